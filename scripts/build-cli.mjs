// Bundles the command line and the worker thread into dist/cli; packages stay where npm put them.
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));

await build({
  absWorkingDir: root,
  entryPoints: { main: 'src/cli/main.ts', worker: 'src/cli/worker.ts' },
  outdir: 'dist/cli',
  bundle: true,
  packages: 'external',
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  loader: { '.json': 'json' },
  logLevel: 'warning',
});
