import { createContext } from 'react';
import type { Gesture } from '../../core/recode/regroup/gestures.js';
import type { Net } from '../../core/table/net.js';
import type { Place } from './heading-place.js';

export interface Heading {
  code: string;
  label: string;
}

/** What the headings of one variable of a table can be taken in hand for. */
export interface HeadingEdits {
  place: Place;
  /** The title of the variable. */
  title: string;
  act: (gesture: Gesture) => void;
  headings: readonly Heading[];
  /** The labels of the codebook by code; what is not listed there cannot be called otherwise. */
  listed: ReadonlyMap<string, string>;
  /** Calls a category otherwise in this table alone. */
  rename: (code: string, label: string) => void;
  /** Of a row item: its nets, and how they are changed. */
  nets: { of: readonly Net[]; change: (nets: readonly Net[]) => void } | null;
}

/** What stands open over the table: the tools of a heading, or the editor of a net; null for its label: a new one. */
type Opened = { of: 'heading'; code: string } | { of: 'net'; label: string | null; codes: readonly string[] };

export interface Handles {
  /** By the key of their place; where it has none the headings are plain words. */
  edits: ReadonlyMap<string, HeadingEdits>;
  open: (Opened & { place: string }) | null;
  setOpen: (open: (Opened & { place: string }) | null) => void;
}

export const HandlesContext = createContext<Handles>({ edits: new Map(), open: null, setOpen: () => undefined });
