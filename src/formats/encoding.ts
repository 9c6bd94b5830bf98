import { open } from 'node:fs/promises';
import { analyse } from 'chardet';
import iconv from 'iconv-lite';
import { Fault } from '../core/fault.js';

const SAMPLE = 256 * 1024;
const STEP = 1024 * 1024;

/** Single-byte encodings that may be chosen over Windows-1252, where much more speaks for them. */
const OTHERS = new Set(['ISO-8859-2', 'windows-1250', 'windows-1251', 'windows-1253', 'windows-1254', 'KOI8-R']);
const MUCH_MORE = 30;

/**
 * The likeliest single-byte encoding. Letters alone hardly tell Western from Central European text apart, so
 * Windows-1252 stands unless another is far more likely.
 */
function singleByte(sample: Buffer): string {
  const guesses = analyse(sample);
  const western = Math.max(
    0,
    ...guesses
      .filter(({ name }) => name === 'windows-1252' || name === 'ISO-8859-1')
      .map(({ confidence }) => confidence),
  );
  const [best] = guesses.filter(({ name }) => OTHERS.has(name));
  const chosen = best && best.confidence >= western + MUCH_MORE && iconv.encodingExists(best.name);
  return chosen ? best.name.toLowerCase() : 'windows-1252';
}

/**
 * Finds a text file's encoding: a byte-order mark decides; else UTF-8 where every byte fits it; else the likeliest
 * single-byte encoding, Windows-1252 where nothing speaks for another.
 * @returns a name that iconv-lite knows
 * @throws Fault for a file that is not text
 */
export async function detectEncoding(path: string, file: string): Promise<string> {
  const handle = await open(path, 'r');
  try {
    const buffer = Buffer.alloc(SAMPLE);
    const { bytesRead } = await handle.read(buffer, 0, SAMPLE, 0);
    const sample = buffer.subarray(0, bytesRead);
    if (sample.length >= 2 && sample[0] === 0xff && sample[1] === 0xfe) return 'utf-16le';
    if (sample.length >= 2 && sample[0] === 0xfe && sample[1] === 0xff) return 'utf-16be';
    const nul = sample.indexOf(0);
    if (nul >= 0) {
      throw new Fault(
        'invalid',
        `${file} is not a text file: byte ${nul + 1} is 0.`,
        'Save it as CSV (comma-separated text) and take that in.',
        { file },
      );
    }
    const decoder = new TextDecoder('utf-8', { fatal: true });
    const chunk = Buffer.alloc(STEP);
    let position = 0;
    try {
      for (;;) {
        const { bytesRead: read } = await handle.read(chunk, 0, STEP, position);
        decoder.decode(chunk.subarray(0, read), { stream: read > 0 });
        if (read === 0) return 'utf-8';
        position += read;
      }
    } catch {
      return singleByte(sample);
    }
  } finally {
    await handle.close();
  }
}
