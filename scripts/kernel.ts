import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';

const FOLDER = join(process.cwd(), 'src/core/count/kernel');
const SOURCE = join(FOLDER, 'assembly/kernel.ts');
const MODULE = join(FOLDER, 'kernel-bytes.ts');

const OPTIONS = ['--runtime', 'stub', '-O3', '--noAssert', '--enable', 'simd', '--initialMemory', '1'];

/** The module of the hot loops, compiled. @throws Error that says what the compiler says */
async function compileKernel(): Promise<Uint8Array> {
  const source = readFileSync(SOURCE, 'utf8');
  let compiled: Uint8Array | undefined;
  const { error, stderr } = await asc.main(
    ['kernel.ts', '--outFile', 'kernel.wasm', '--noExportMemory', '--importMemory', ...OPTIONS],
    {
      readFile: (name) => (name === 'kernel.ts' ? source : null),
      writeFile: (_, contents) => {
        if (typeof contents !== 'string') compiled = contents;
      },
      listFiles: () => [],
    },
  );
  if (error || !compiled) throw new Error(`${error?.message ?? 'nothing was compiled'}\n${stderr.toString()}`);
  return compiled;
}

/** The text of `kernel-bytes.ts`. */
export async function kernelModule(): Promise<string> {
  const text = Buffer.from(await compileKernel()).toString('base64');
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

export async function writeKernel(): Promise<void> {
  writeFileSync(MODULE, await kernelModule());
}
