import { spawn } from 'node:child_process';

/** Opens an address in the user's browser where there is a desktop; says nothing where there is none. */
export function openBrowser(address: string): void {
  const desktop =
    process.platform === 'darwin' ||
    process.platform === 'win32' ||
    ['DISPLAY', 'WAYLAND_DISPLAY'].some((name) => (process.env[name] ?? '') !== '');
  if (!desktop || process.env['CI']) return;
  const [command, ...args] =
    process.platform === 'darwin'
      ? ['open', address]
      : process.platform === 'win32'
        ? ['cmd', '/c', 'start', '', address]
        : ['xdg-open', address];
  const child = spawn(command, args, { stdio: 'ignore', detached: true });
  child.on('error', () => undefined);
  child.unref();
}
