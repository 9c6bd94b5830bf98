// Makes demo/fernhill.csv and its codebook again from the seeded generator.
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(root, 'node_modules', '.demo-'));
try {
  const outfile = join(folder, 'generate.mjs');
  await build({
    absWorkingDir: root,
    entryPoints: ['demo/generate.ts'],
    outfile,
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
  });
  const { writeDemo } = await import(pathToFileURL(outfile).href);
  writeDemo(join(root, 'demo'));
} finally {
  rmSync(folder, { recursive: true });
}
