import { closeForMove, copyStudyFile, openStudyFile } from '../../store/open.js';
import { seal } from '../../store/seal.js';

export interface CopyJob {
  from: string;
  /** Where the copy goes; nothing may be there. */
  to: string;
  /** It is a backup: the sum of all that is in it is written down in it. */
  sealed?: boolean;
}

/** Writes a whole copy of a study's file as it stands. */
export function copyStudy({ from, to, sealed = false }: CopyJob): null {
  copyStudyFile(from, to);
  if (!sealed) return null;
  const db = openStudyFile(to);
  try {
    seal(db);
  } finally {
    closeForMove(db);
  }
  return null;
}
