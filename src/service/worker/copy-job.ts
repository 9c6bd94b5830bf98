import { copyStudyFile } from '../../store/open.js';

export interface CopyJob {
  from: string;
  /** Where the copy goes; nothing may be there. */
  to: string;
}

/** Writes a whole copy of a study's file as it stands. */
export function copyStudy({ from, to }: CopyJob): null {
  copyStudyFile(from, to);
  return null;
}
