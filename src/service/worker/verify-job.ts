import { verifyStudyFile } from '../../store/verify.js';

export interface VerifyJob {
  path: string;
  /** Its name, for messages. */
  file: string;
}

/** Looks a stranger's file through that is to be taken for a study. @throws Fault with what is wrong with it */
export function verifyFile({ path, file }: VerifyJob): null {
  verifyStudyFile(path, file);
  return null;
}
