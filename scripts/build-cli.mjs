// Bundles the command line, whose packages stay where npm put them, and the helpers, with their packages: a helper of
// one file starts in half the time, and many are started.
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const common = {
  absWorkingDir: fileURLToPath(new URL('..', import.meta.url)),
  outdir: 'dist/cli',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  loader: { '.json': 'json' },
  logLevel: 'warning',
};

await build({ ...common, entryPoints: { main: 'src/cli/main.ts' }, packages: 'external' });
await build({
  ...common,
  entryPoints: { worker: 'src/cli/worker.ts' },
  // What few jobs need, such as the packages that write documents, is read when one of them does.
  splitting: true,
  // What is compiled, for this machine or for all, cannot stand in a file of text.
  external: ['better-sqlite3', '@resvg/resvg-js', 'wawoff2'],
  // Packages of the older kind of module ask for `require`.
  banner: {
    js: "import { createRequire as madeRequire } from 'node:module'; const require = madeRequire(import.meta.url);",
  },
});
