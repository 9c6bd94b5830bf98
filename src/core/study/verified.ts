/** What was found in a file that was looked through. */
export interface Verified {
  /** Nothing is wrong. */
  whole: boolean;
  /** What is wrong with the file as such, in sentences. */
  wrong: string[];
  /** Variables whose data is damaged, with what is wrong, and those that workings make of them. */
  damaged: { variable: string; what: string }[];
  /** Variables that are still right. */
  right: number;
  /** Of a backup: whether all in it is as it was made; null: the file is no backup. */
  sealed: boolean | null;
}
