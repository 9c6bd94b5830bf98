import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { Fault } from '../../core/fault.js';

const SHORTEST = 10;
const LONGEST = 200;
const LENGTH = 32;

/** How much work and memory (128 · cost · block bytes, 32 MiB) a guess takes. */
const COST = { cost: 32_768, blockSize: 8, parallelization: 1 };
const MOST_MEMORY = 64 * 1024 * 1024;

interface Cost {
  cost: number;
  blockSize: number;
  parallelization: number;
}

function digest(password: string, salt: Buffer, cost: Cost): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    // The same letter can be written in two ways.
    scrypt(password.normalize('NFKC'), salt, LENGTH, { ...cost, maxmem: MOST_MEMORY }, (error, key) => {
      if (error) reject(error);
      else resolve(key);
    });
  });
}

/** @throws Fault where a password is none that can be taken */
export function checkPassword(password: string, { name, email }: { name: string; email: string }): void {
  const place = { field: 'password' };
  if (password.length < SHORTEST || password.length > LONGEST) {
    const mend = 'Several words that have nothing to do with each other are easy to keep in mind.';
    throw new Fault('invalid', `A password has ${SHORTEST} to ${LONGEST} characters.`, mend, place);
  }
  const plain = password.toLowerCase();
  const isEasy = new Set(plain).size < 5 || [name, email].some((text) => text.toLowerCase() === plain);
  if (isEasy) throw new Fault('invalid', 'That password is easily guessed.', 'Choose another one.', place);
}

/**
 * What is kept of a password (scrypt, RFC 7914): its digest, with its salt and its cost.
 * @example await keptPassword('seven wet spades') // 'scrypt$32768$8$1$<salt>$<digest>'
 */
export async function keptPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const { cost, blockSize, parallelization } = COST;
  const key = await digest(password, salt, COST);
  return ['scrypt', cost, blockSize, parallelization, salt.toString('base64'), key.toString('base64')].join('$');
}

/** What is worked on where nobody has the name that was given, so that it takes as long as where somebody has. */
let nobody: Promise<string> | null = null;

/** Whether a password is the one that is kept. Takes as long where none is kept. */
export async function isPassword(password: string, kept: string | null): Promise<boolean> {
  nobody ??= keptPassword(randomBytes(16).toString('hex'));
  const [, cost, blockSize, parallelization, salt = '', key = ''] = (kept ?? (await nobody)).split('$');
  const given = await digest(password.slice(0, LONGEST), Buffer.from(salt, 'base64'), {
    cost: Number(cost),
    blockSize: Number(blockSize),
    parallelization: Number(parallelization),
  });
  return timingSafeEqual(given, Buffer.from(key, 'base64')) && kept !== null;
}
