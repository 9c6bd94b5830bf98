import { randomBytes } from 'node:crypto';

export function newStudyId(name: string): string {
  const stem = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `${stem === '' ? 'study' : stem}-${randomBytes(3).toString('hex')}`;
}
