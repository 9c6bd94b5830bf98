import { JSONParser } from '@streamparser/json';
import { setImmediate } from 'node:timers/promises';
import { Fault } from '../core/fault.js';
import { notJson, parseJson } from '../core/parse-json.js';

const MIB = 1024 * 1024;

/** The largest body of an operation that hands its bytes on to a thread. */
export const MOST_LARGE = 32 * MIB;
/** The largest body of any other. */
export const MOST_BYTES = 8 * MIB;
/** What is longer is read a piece at a time, so that others are answered in between. */
const AT_ONCE = 256 * 1024;
const PIECE = 64 * 1024;

function checkType(request: Request): void {
  if ((request.headers.get('content-type') ?? '').startsWith('application/json')) return;
  throw new Fault('unsupported', 'The body is not JSON.', 'Send it with content-type application/json.', {
    field: 'content-type',
  });
}

/** The bytes of a JSON body. @throws Fault where it is not said to be JSON, or there are more than `most` */
export async function readBytes(request: Request, most: number): Promise<Uint8Array> {
  checkType(request);
  const parts: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part?.value; part = await reader?.read()) {
    bytes += part.value.length;
    if (bytes > most) {
      await reader?.cancel();
      const mend = 'Send it in parts, one after the other; a codebook or data as a file.';
      throw new Fault('too-large', `The body is larger than ${most / MIB} MiB.`, mend);
    }
    parts.push(part.value);
  }
  return Buffer.concat(parts);
}

const byteOf = (sign: string) => sign.charCodeAt(0);
const [QUOTE, BACKSLASH] = ['"', '\\'].map(byteOf);
const OPENING = new Set(['[', '{'].map(byteOf));
const CLOSING = new Set([']', '}'].map(byteOf));

/** Lists and objects in each other. */
const DEEPEST = 200;

/** Follows how deep JSON goes, piece by piece. @throws Fault where it goes deeper than anything that is asked here */
function depthWatch(): (piece: Uint8Array) => void {
  let depth = 0;
  let inText = false;
  let escaped = false;
  return (piece) => {
    for (const byte of piece) {
      if (escaped) escaped = false;
      else if (inText && byte === BACKSLASH) escaped = true;
      else if (byte === QUOTE) inText = !inText;
      else if (!inText && OPENING.has(byte)) depth++;
      else if (!inText && CLOSING.has(byte)) depth--;
      if (depth > DEEPEST)
        throw new Fault('invalid', `The body is nested deeper than ${DEEPEST}.`, 'Look for a bracket too many.');
    }
  };
}

/** What long JSON says, read in pieces. @throws Fault where it is not JSON */
async function parsePieces(bytes: Uint8Array): Promise<unknown> {
  const parser = new JSONParser({ paths: ['$'], keepStack: false });
  const watchDepth = depthWatch();
  let root: unknown;
  parser.onValue = ({ value }) => {
    root = value;
  };
  try {
    for (let at = 0; at < bytes.length; at += PIECE) {
      const piece = bytes.subarray(at, at + PIECE);
      watchDepth(piece);
      parser.write(piece);
      await setImmediate();
    }
    if (!parser.isEnded) parser.end();
  } catch (error) {
    if (error instanceof Fault) throw error;
    // The first line says what is wrong, the others where the parser stood.
    const [what = ''] = (error instanceof Error ? error.message : '').split('\n');
    throw notJson(new Error(what.slice(0, 200)));
  }
  return root;
}

/** A JSON body, at most 8 MiB of it. @throws Fault where it is not JSON, or is larger */
export async function readBody(request: Request): Promise<unknown> {
  const bytes = await readBytes(request, MOST_BYTES);
  return bytes.length > AT_ONCE ? parsePieces(bytes) : parseJson(new TextDecoder().decode(bytes));
}
