import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** Tests of the service and the command line run the bundled worker, as users do. */
export default function setup(): void {
  execFileSync(process.execPath, ['scripts/build-cli.mjs'], {
    cwd: fileURLToPath(new URL('..', import.meta.url)),
    stdio: 'inherit',
  });
}
