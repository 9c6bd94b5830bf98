import type { Verified } from '../../core/study/verified.js';
import { verifyBackup, verifyFile } from '../../store/verify.js';

export interface BackupJob {
  path: string;
  /** Its name, for messages. */
  file: string;
}

/** Looks a stranger's file through that is to be taken for a study. @throws Fault with what is wrong with it */
export function checkBackup({ path, file }: BackupJob): null {
  verifyBackup(path, file);
  return null;
}

/** Looks a study's file, or a backup, through to its last byte. */
export const verify = ({ path }: { path: string }): Verified => verifyFile(path);
