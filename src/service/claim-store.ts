import { chmodSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Fault } from '../core/fault.js';
import { lockFile } from '../store/lock.js';
import { intakesFolder, studiesFolder } from './context.js';
import { makeFolder } from './make-folder.js';

/** A store that a server has for itself. */
export interface ClaimedStore {
  /** Says at which address the server is, for the next that would have the store. */
  sayAddress: (address: string) => void;
  release: () => void;
}

const whoFile = (folder: string) => join(folder, 'server.json');

function whoHas(folder: string): string {
  try {
    const { address, process: id } = JSON.parse(readFileSync(whoFile(folder), 'utf8')) as Record<string, unknown>;
    return `the server at ${String(address)} (process ${String(id)})`;
  } catch {
    return 'another server';
  }
}

/** Removes what a killed server left: parts of studies, exports under way, intakes that never came in whole. */
function tidyStore(folder: string): void {
  for (const name of readdirSync(studiesFolder({ folder })))
    if (name.includes('.part-')) rmSync(join(studiesFolder({ folder }), name), { recursive: true, force: true });
  for (const id of readdirSync(intakesFolder({ folder }))) {
    const inside = join(intakesFolder({ folder }), id);
    if (statSync(inside).isDirectory() && !readdirSync(inside).includes('intake.json'))
      rmSync(inside, { recursive: true, force: true });
  }
  // Whoever fetched these has them, or asks again.
  rmSync(join(folder, 'exports'), { recursive: true, force: true });
}

/** What a store has in it. */
const OURS = new RegExp(
  '^(studies|intakes|own|bin|exports|done|set-aside|before-upgrade|token|server\\.json|in-use\\.lock.*|' +
    '(requests|team)\\.sqlite.*)$',
);

/**
 * The store is for nobody but the user who runs the server. A folder that has other things in it keeps its rights, and
 * the folders in it are closed.
 */
function closeToOthers(folder: string): void {
  for (const inside of [folder, studiesFolder({ folder }), intakesFolder({ folder })]) makeFolder(inside);
  const isOurs = readdirSync(folder).every((name) => OURS.test(name));
  for (const name of readdirSync(folder)) {
    const inside = join(folder, name);
    if (OURS.test(name) && statSync(inside).isDirectory()) chmodSync(inside, 0o700);
  }
  if (isOurs) chmodSync(folder, 0o700);
}

/**
 * Takes a store for one server: its folders are closed to other users, what a killed server left is removed, and as
 * long as this process lives no other server starts on it. The system lets go of the lock however the process ends.
 * @throws Fault where another server has it
 */
export function claimStore(folder: string): ClaimedStore {
  closeToOthers(folder);
  const release = lockFile(join(folder, 'in-use.lock'));
  if (!release) {
    throw new Fault(
      'conflict',
      `The store ${folder} is in use by ${whoHas(folder)}.`,
      'Use that server, stop it, or start this one with another --store.',
      { field: 'store' },
    );
  }
  tidyStore(folder);
  return {
    sayAddress: (address) => writeFileSync(whoFile(folder), JSON.stringify({ address, process: process.pid })),
    release: () => {
      rmSync(whoFile(folder), { force: true });
      release();
    },
  };
}
