import { open } from 'node:fs/promises';

/** Has a file, or a folder's names, written to the disk. */
export async function sync(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
