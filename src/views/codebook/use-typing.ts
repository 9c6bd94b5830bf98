import { useEffect, useState } from 'react';
import { z } from 'zod';
import type { RosterVariable } from '../../api/types.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useDraft } from '../shell/use-draft.js';

/** A cell that is typed in, and what it begins with. */
interface Typing {
  row: number;
  column: number;
  text: string;
  /** The revision on which the typing began. */
  seen: number | null;
}

/** The cell that is typed in, as it outlives a reload. */
interface Kept {
  variable: number;
  column: number;
  text: string;
  seen: number | null;
}

const KEPT: KeptShape<Kept | null> = {
  version: 1,
  shape: z.object({ variable: z.int(), column: z.int().min(0), text: z.string(), seen: z.int().nullable() }).nullable(),
};

/** The cell that is typed in. What is typed outlives a reload: it is typed on, once the grid is there again. */
export function useTyping(study: string, listed: readonly RosterVariable[]) {
  const [kept, keep, forget] = useDraft<Kept | null>(`hatch-count:${study}:cell`, null, KEPT, true);
  const [typing, setTyping] = useState<Typing | null>(null);
  useEffect(() => {
    // What was being typed when the page went is typed on; once, when the grid has taken the focus.
    const row = kept ? listed.findIndex(({ id }) => id === kept.variable) : -1;
    if (kept && row >= 0) setTyping({ row, column: kept.column, text: kept.text, seen: kept.seen });
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const stop = () => {
    setTyping(null);
    forget();
  };
  return { typing, setTyping, keep, stop };
}
