// What the scripts for people and for CI share: the project's folder, and running a step.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project. `quiet` keeps its output back, and shows it only when the command fails. */
export function run(command, args, { quiet = false, env = {} } = {}) {
  const result = spawnSync(command, args, {
    cwd: ROOT,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ...env },
    encoding: 'utf8',
    maxBuffer: 256 * 1024 * 1024,
  });
  if (result.status !== 0 && quiet) process.stderr.write(`${result.stdout ?? ''}${result.stderr ?? ''}`);
  return result.status ?? 1;
}

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

/** A program of an installed package. */
export const tool = (name, args, options) => run(bin(name), args, options);

/** Installs the packages of the lock file, unless that has been done since it last changed. */
export function install() {
  const lock = join(ROOT, 'package-lock.json');
  const done = join(ROOT, 'node_modules', '.hatch-count-installed');
  const stamp = String(statSync(lock).mtimeMs);
  if (existsSync(done) && readFileSync(done, 'utf8') === stamp) return 0;
  const packages = () => run('npm', ['ci', '--no-audit', '--no-fund'], { quiet: true });
  // A registry that did not answer may do so a moment later; what came before is kept.
  const status = packages() && packages();
  if (status === 0) writeFileSync(done, stamp);
  return status;
}

/** Builds the command line and the pages. */
export function build() {
  return (
    // The pages first: what stands in dist/ goes when they are built.
    tool('astro', ['build', '--silent'], { quiet: true }) ||
    run(process.execPath, ['scripts/build-cli.mjs'], { quiet: true })
  );
}
