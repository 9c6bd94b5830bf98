import { isUtf8 as isUtf8Bytes } from 'node:buffer';
import { analyse } from 'chardet';
import iconv from 'iconv-lite';
import { Fault } from '../core/fault.js';
import { openBytes, type RawFile } from './bytes.js';

const SAMPLE = 256 * 1024;
/** So much of a file is looked through for bytes that are not UTF-8; the reading tells of any behind it. */
const LOOKED_THROUGH = 64 * 1024 * 1024;

/** Single-byte encodings that may be chosen over Windows-1252, where much more speaks for them. */
const OTHERS = new Set(['ISO-8859-2', 'windows-1250', 'windows-1251', 'windows-1253', 'windows-1254', 'KOI8-R']);
const MUCH_MORE = 30;

/** Fewer different words than this with letters beyond ASCII tell no encoding from another. */
const ENOUGH_WORDS = 20;
/** Words mostly of such letters are of another script: few of them tell. */
const OTHER_SCRIPT = 0.6;

/**
 * The different words with letters beyond ASCII. A survey repeats a few answers over and over, which is no evidence.
 */
function strangeWords(sample: Buffer): string[] {
  // Whole words first: a pattern that asks for a strange letter in the middle tries each letter of a long word.
  const words = sample.toString('latin1').match(/[A-Za-z\u0080-\u00ff]+/g) ?? [];
  return [...new Set(words.filter((word) => /[\u0080-\u00ff]/.test(word)))];
}

/**
 * The likeliest single-byte encoding. Letters alone hardly tell Western from Central European text apart, so
 * Windows-1252 stands unless another is far more likely.
 */
function singleByte(sample: Buffer): string {
  const words = strangeWords(sample);
  const text = words.join(' ');
  const letters = text.replaceAll(' ', '');
  const strange = letters.replace(/[A-Za-z]/g, '').length / Math.max(1, letters.length);
  if (words.length < ENOUGH_WORDS && strange < OTHER_SCRIPT) return 'windows-1252';
  const guesses = analyse(Buffer.from(text, 'latin1'));
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
export async function detectEncoding(file: RawFile): Promise<string> {
  let sample = Buffer.alloc(0);
  const isAllUtf8 = utf8Check();
  let isUtf8 = true;
  let looked = 0;
  for await (const chunk of openBytes(file).chunks) {
    if (sample.length < SAMPLE) {
      const first = sample.length === 0;
      sample = Buffer.concat([sample, chunk.subarray(0, SAMPLE - sample.length)]);
      if (first && sample[0] === 0xff && sample[1] === 0xfe) return 'utf-16le';
      if (first && sample[0] === 0xfe && sample[1] === 0xff) return 'utf-16be';
    }
    if (isUtf8) isUtf8 = isAllUtf8(chunk, false);
    looked += chunk.length;
    if (looked >= LOOKED_THROUGH || (!isUtf8 && sample.length >= SAMPLE)) break;
  }
  const nul = sample.indexOf(0);
  if (nul >= 0) {
    throw new Fault(
      'invalid',
      `${file.name} is not a text file: byte ${nul + 1} is 0.`,
      'Save it as CSV (comma-separated text) and take that in.',
      { file: file.name },
    );
  }
  if (isUtf8 && looked < LOOKED_THROUGH) isUtf8 = isAllUtf8(Buffer.alloc(0), true);
  return isUtf8 ? 'utf-8' : singleByte(sample);
}

/** How many bytes the character has that this one begins; of one that begins none, 1. */
const lengthFrom = (byte: number) => (byte >= 0xf0 ? 4 : byte >= 0xe0 ? 3 : byte >= 0xc0 ? 2 : 1);

/** Bytes at the end of a piece whose character goes on in the next. */
function begun(bytes: Uint8Array): number {
  for (let back = 1; back <= Math.min(3, bytes.length); back++)
    if (lengthFrom(bytes[bytes.length - back]!) > back) return back;
  return 0;
}

/** Looks at bytes piece by piece: whether they all are characters of UTF-8. */
function utf8Check() {
  let rest = Buffer.alloc(0);
  return (piece: Buffer, last: boolean): boolean => {
    const bytes = rest.length === 0 ? piece : Buffer.concat([rest, piece]);
    const whole = bytes.length - (last ? 0 : begun(bytes));
    rest = Buffer.from(bytes.subarray(whole));
    return isUtf8Bytes(bytes.subarray(0, whole));
  };
}

export interface Decoding {
  write: (bytes: Buffer) => string;
  end: () => string;
}

/** Turns bytes into text; what fits no character becomes U+FFFD. */
export function decoding(encoding: string): Decoding {
  if (encoding !== 'utf-8') {
    const decoder = iconv.getDecoder(encoding);
    return { write: (bytes) => decoder.write(bytes), end: () => decoder.end() ?? '' };
  }
  const decoder = new TextDecoder('utf-8');
  return { write: (bytes) => decoder.decode(bytes, { stream: true }), end: () => decoder.decode() };
}
