// npm run licences: every installed package with its licence; fails where one is unknown, or forbids what we do.
import { installedPackages } from './installed.mjs';

/** Licences under which a program may be given away with its source or without. */
const PERMITTED = [
  '0BSD',
  'Apache-2.0',
  'BlueOak-1.0.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'BSL-1.0',
  'CC-BY-4.0',
  'CC0-1.0',
  'ISC',
  'MIT',
  'MIT-0',
  'OFL-1.1',
  'Python-2.0',
  'Unlicense',
  'WTFPL',
  'Zlib',
];
/** What only builds or tests may be under these too: it is not shipped. */
const PERMITTED_TO_BUILD = ['MPL-2.0'];

/** Whether a licence expression leaves a permitted choice. */
function isPermitted(expression, permitted) {
  const plain = expression.replace(/[()]/g, '');
  return plain.split(' OR ').some((choice) => choice.split(' AND ').every((part) => permitted.includes(part.trim())));
}

const packages = installedPackages();
const wrong = packages.filter(({ licence, dev }) => {
  return !isPermitted(licence, dev ? [...PERMITTED, ...PERMITTED_TO_BUILD] : PERMITTED);
});
for (const { name, version, licence, dev } of packages)
  process.stdout.write(`${name}\t${version}\t${licence || 'unknown'}\t${dev ? 'builds and tests' : 'ships'}\n`);
for (const { name, version, licence } of wrong)
  process.stderr.write(
    `${name} ${version} is under ${licence || 'no licence that it names'}: look whether it may be used.\n`,
  );
process.exitCode = wrong.length > 0 ? 1 : 0;
