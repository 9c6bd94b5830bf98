import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const FOLDER = join(process.cwd(), 'src/core/count/kernel');
const SOURCE = join(FOLDER, 'assembly/kernel.ts');
const MODULE = join(FOLDER, 'kernel-bytes.ts');
// As a program and not as a module: its types would declare a standard library of their own beside ours.
const COMPILER = join(process.cwd(), 'node_modules/assemblyscript/bin/asc.js');

const OPTIONS = ['--runtime', 'stub', '-O3', '--noAssert', '--enable', 'simd', '--initialMemory', '1'];

/** The module of the hot loops, compiled. @throws Error with what the compiler says */
function compileKernel(): Uint8Array {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-kernel-'));
  try {
    const out = join(folder, 'kernel.wasm');
    const memory = ['--noExportMemory', '--importMemory'];
    execFileSync(process.execPath, [COMPILER, SOURCE, '--outFile', out, ...memory, ...OPTIONS], { stdio: 'pipe' });
    return readFileSync(out);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The text of `kernel-bytes.ts`. */
export function kernelModule(): string {
  const text = Buffer.from(compileKernel()).toString('base64');
  const lines = text.match(/.{1,110}/g) ?? [];
  return [
    '/** `assembly/kernel.ts` as WebAssembly, in base64. Made by `npm run kernel`. */',
    'export const KERNEL_BYTES = [',
    ...lines.map((line) => `  '${line}',`),
    "].join('');",
    '',
  ].join('\n');
}

/** What stands there now. */
export const keptKernelModule = (): string => readFileSync(MODULE, 'utf8');

export function writeKernel(): void {
  writeFileSync(MODULE, kernelModule());
}
