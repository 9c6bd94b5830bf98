// npm run demo: installs, builds, takes the demo study in, and serves it. One line on standard output: the address.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install, ROOT } from './steps.mjs';

const step = (what, work) => {
  process.stderr.write(`${what}\n`);
  const status = work();
  if (status !== 0) process.exit(status);
};

step('Installing packages (the first time takes a few minutes) ...', install);
step('Building ...', build);
const server = spawn(
  process.execPath,
  [join(ROOT, 'bin', 'hatch-count.mjs'), 'demo', '--log-level', 'warn', ...process.argv.slice(2)],
  {
    stdio: 'inherit',
  },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
