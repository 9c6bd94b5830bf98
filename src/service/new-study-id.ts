import { plainLetters } from '../core/plain-letters.js';
import { randomBytes } from 'node:crypto';

export function newStudyId(name: string): string {
  const stem = plainLetters(name)
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `${stem === '' ? 'study' : stem}-${randomBytes(3).toString('hex')}`;
}
