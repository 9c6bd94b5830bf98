import { Fault } from '../core/fault.js';

const FULL = 'Make room on its disk, and try again.';
const RIGHTS = 'Give the user who runs Hatch Count the right to write there, or choose another folder with --store.';

/** What the system says of a file or a disk, by its code: what is wrong, and the mend. */
const SAID: Record<string, [message: string, mend: string]> = {
  ENOSPC: ['The disk of the store is full.', FULL],
  EDQUOT: ['This user may keep no more on the disk of the store.', FULL],
  SQLITE_FULL: ['The disk of the store is full.', FULL],
  EFBIG: ['The disk of the store takes no file of this size.', 'Move the store to another disk with --store.'],
  EROFS: ['The store is on a disk that cannot be written.', RIGHTS],
  EACCES: ['The store does not let this user read or write.', RIGHTS],
  EPERM: ['The store does not let this user read or write.', RIGHTS],
  ENOTDIR: ['The store, or what it is in, is a file and no folder.', 'Choose another folder with --store.'],
  SQLITE_READONLY: ['The study cannot be written: its file, or the store, is read-only.', RIGHTS],
  SQLITE_CANTOPEN: ['The study cannot be opened: its file, or the store, does not let this user.', RIGHTS],
  SQLITE_IOERR: ['The disk of the store does not read or write as it should.', 'Check the disk, then try again.'],
  EIO: ['The disk of the store does not read or write as it should.', 'Check the disk, then try again.'],
};

/** Too many files or changes at once. */
const BUSY: Record<string, [message: string, mend: string]> = {
  EMFILE: ['Too many files are open at once.', 'Try again in a moment.'],
  ENFILE: ['Too many files are open at once on this machine.', 'Try again in a moment.'],
  SQLITE_BUSY: ['Another process is changing the study.', 'Try again in a moment.'],
};

const DAMAGED = ['SQLITE_CORRUPT', 'SQLITE_NOTADB'];

const partOf = <T>(table: Record<string, T>, code: string): T | undefined => {
  const key = Object.keys(table).find((name) => code === name || code.startsWith(`${name}_`));
  return key === undefined ? undefined : table[key];
};

/**
 * What a disk, a store or a study's file does not allow, in one sentence with the mend.
 * @returns null where an error is of another kind
 * @example storeFault(Object.assign(new Error('...'), { code: 'ENOSPC' }))?.message // 'The disk of the store is full.'
 */
export function storeFault(error: unknown): Fault | null {
  if (!(error instanceof Error) || !('code' in error) || typeof error.code !== 'string') return null;
  const { code } = error;
  const store = partOf(SAID, code);
  if (store) return new Fault('store', ...store);
  const busy = partOf(BUSY, code);
  if (busy) return new Fault('busy', ...busy);
  if (!DAMAGED.some((name) => code.startsWith(name))) return null;
  return new Fault(
    'damaged',
    'The file of the study is damaged.',
    'Restore the study from a backup; "hatch-count verify" says what is still right.',
  );
}

/** What can be mended: a Fault, or what the system does not allow. Null: a defect of ours. */
export const knownFault = (error: unknown): Fault | null => (error instanceof Fault ? error : storeFault(error));
