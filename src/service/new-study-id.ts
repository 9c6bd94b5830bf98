import { plainLetters } from '../core/plain-letters.js';
import { randomBytes } from 'node:crypto';

/** An id for a study that is not taken: what its name has of letters and digits, and six of chance. */
export function newStudyId(name: string): string {
  const stem = plainLetters(name)
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `${stem === '' ? 'study' : stem}-${randomBytes(3).toString('hex')}`;
}
