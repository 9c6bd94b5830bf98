// The packages that package-lock.json installs, with where they come from and under which licence.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './steps.mjs';

/** Packages that name no licence in their manifest, and bring its text. */
const BY_THEIR_TEXT = { 'zod-to-ts': 'MIT' };

/** Of what a package says in several old ways, the licence in one word or expression. */
function licenceOf({ license, licenses }) {
  if (typeof license === 'string') return license;
  if (license?.type) return license.type;
  return Array.isArray(licenses) ? licenses.map(({ type }) => type).join(' OR ') : '';
}

/**
 * Every installed package once for each version, in order of name.
 * @returns {{ name: string, version: string, licence: string, dev: boolean }[]}
 */
export function installedPackages() {
  const { packages } = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));
  const found = new Map();
  for (const [path, entry] of Object.entries(packages)) {
    if (path === '' || entry.link || !path.includes('node_modules/')) continue;
    const name = entry.name ?? path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    const manifest = join(ROOT, path, 'package.json');
    // Packages for other systems are in the lock and not on the disk.
    const licence =
      entry.license ?? (existsSync(manifest) ? licenceOf(JSON.parse(readFileSync(manifest, 'utf8'))) : '');
    const key = `${name}@${entry.version}`;
    const before = found.get(key);
    const named = licence === '' ? (BY_THEIR_TEXT[name] ?? '') : licence;
    found.set(key, { name, version: entry.version, licence: named, dev: (before?.dev ?? true) && entry.dev === true });
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));
}
