/** Why a file in the store cannot be opened as a study. */
export const TROUBLES = ['empty', 'damaged', 'not-a-study', 'newer', 'no-permission', 'elsewhere', 'name'] as const;
export type TroubleKind = (typeof TROUBLES)[number];

export interface Trouble {
  kind: TroubleKind;
  /** What is wrong, and what can be done. */
  message: string;
  mend: string;
}

const RESTORE = 'Restore the study from a backup, and set this file aside.';

const SAID: Record<TroubleKind, [message: string, mend: string]> = {
  empty: ['It is empty.', RESTORE],
  damaged: ['It is damaged.', RESTORE],
  'not-a-study': ['It is no study of Hatch Count.', 'Set it aside: it belongs elsewhere.'],
  newer: ['It was made by a newer Hatch Count.', 'Update Hatch Count to open it.'],
  'no-permission': ['This user may not read it.', 'Give the user who runs Hatch Count the right to read and write it.'],
  elsewhere: [
    'It is a link to a place outside the store.',
    'Copy the file itself into the store, or restore a backup.',
  ],
  name: [
    'Its name is none that a study can have.',
    'Name the file with small letters, digits and hyphens, or restore it as a backup.',
  ],
};

/**
 * What is wrong with a file, in words.
 * @example troubleOf('empty').message // 'It is empty.'
 * @example troubleOf('damaged', 'it holds 2 studies').message // 'It is damaged: it holds 2 studies.'
 */
export function troubleOf(kind: TroubleKind, detail?: string): Trouble {
  const [message, mend] = SAID[kind];
  return { kind, message: detail === undefined ? message : `${message.slice(0, -1)}: ${detail}.`, mend };
}
