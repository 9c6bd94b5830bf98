import { createContext } from 'react';
import type { Gesture } from '../../core/recode/regroup/gestures.js';

/** A side of the table, as the sentence calls it. */
export type Side = 'rows' | 'by';

/** What the headings of one side can be taken in hand for. */
export interface HeadingEdits {
  act: (gesture: Gesture) => void;
  /** The heading whose tools are open. */
  open: string | null;
  setOpen: (code: string | null) => void;
  headings: readonly { code: string; label: string }[];
}

/** Null: the headings of that side are plain words. */
export const HeadingEditsContext = createContext<Record<Side, HeadingEdits | null>>({ rows: null, by: null });
