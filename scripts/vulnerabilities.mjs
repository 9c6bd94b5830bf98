// npm run vulnerabilities -- FOLDER: looks the installed packages up in advisories in the open OSV format, one JSON
// file each, as they are given away for npm in one archive. Nothing is fetched: where the registry's audit does not
// answer, somebody brings the archive, unpacked.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import semver from 'semver';
import { installedPackages } from './installed.mjs';

/** Whether a version lies in a range of an advisory: from where it was introduced to where it was fixed. */
function isIn(version, { events }) {
  let inside = false;
  for (const { introduced, fixed, last_affected: last } of events) {
    if (introduced !== undefined && (introduced === '0' || semver.gte(version, introduced))) inside = true;
    if (fixed !== undefined && semver.gte(version, fixed)) inside = false;
    if (last !== undefined && semver.gt(version, last)) inside = false;
  }
  return inside;
}

/** Whether a package of some version is what an advisory is about. */
function isAffected(advisory, name, version) {
  if (advisory.withdrawn) return false;
  return (advisory.affected ?? []).some(({ package: about, ranges = [], versions = [] }) => {
    if (about?.ecosystem !== 'npm' || about.name !== name) return false;
    return versions.includes(version) || ranges.some((range) => range.type === 'SEMVER' && isIn(version, range));
  });
}

function main(folder) {
  if (!folder || !existsSync(folder)) {
    process.stderr.write('Give the folder with the advisories of npm in OSV format, one JSON file each.\n');
    return 2;
  }
  const byName = new Map();
  for (const installed of installedPackages())
    byName.set(installed.name, [...(byName.get(installed.name) ?? []), installed]);
  let found = 0;
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.json'))) {
    const advisory = JSON.parse(readFileSync(join(folder, file), 'utf8'));
    const names = new Set((advisory.affected ?? []).map(({ package: about }) => about?.name));
    for (const name of names) {
      for (const { version, dev } of byName.get(name) ?? []) {
        if (!isAffected(advisory, name, version)) continue;
        found++;
        const ships = dev ? 'builds and tests' : 'ships';
        process.stdout.write(`${advisory.id}\t${name}\t${version}\t${ships}\t${advisory.summary ?? ''}\n`);
      }
    }
  }
  process.stderr.write(`${found} known vulnerabilities in what is installed\n`);
  return found > 0 ? 1 : 0;
}

if (process.argv[1]?.endsWith('vulnerabilities.mjs')) process.exitCode = main(process.argv[2]);
