import { openStudyFile } from '../../store/open.js';

/** Brings a study's file up to date. */
export function upgradeFile({ file }: { file: string }): null {
  openStudyFile(file).close();
  return null;
}
