// Runs one exported function of a TypeScript file: node scripts/run-ts.mjs FILE FUNCTION
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { ROOT } from './steps.mjs';

const [file, name] = process.argv.slice(2);
const folder = mkdtempSync(join(ROOT, 'node_modules', '.run-'));
try {
  const outfile = join(folder, 'out', 'main.mjs');
  await build({
    absWorkingDir: ROOT,
    entryPoints: [file],
    outfile,
    bundle: true,
    packages: 'external',
    platform: 'node',
    target: 'node20',
    format: 'esm',
    // Files are found from the project's folder, wherever the bundle stands.
    define: { 'import.meta.url': JSON.stringify(pathToFileURL(join(ROOT, file)).href) },
  });
  const module = await import(pathToFileURL(outfile).href);
  await module[name](...process.argv.slice(4));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
