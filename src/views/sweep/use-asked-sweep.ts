import { useCallback, useEffect, useMemo, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { sweptVariables } from '../../core/sweep/swept-variables.js';
import { whole } from '../../core/figures.js';
import { captionOf } from '../../core/table/say-sentence.js';
import { MOST_ITEMS } from '../../core/table/sentence-shape.js';
import { seenRevision } from '../server/seen.js';
import { sentenceOfDraft } from '../tables/draft.js';
import { useSaveTable } from '../tables/use-save-table.js';
import { shownOfSweep, type SweepAsk, sweepIn, sweepQuery } from './address.js';

/** Before the address was read. */
const USUAL = { sort: 'strength', adjustment: 'holm' } as const;

/** What is asked for, kept in the address. */
function useAsk(view: StudyView | null) {
  const [ask, setAsk] = useState<SweepAsk | null>(null);
  useEffect(() => {
    if (!view) return;
    const follow = () => setAsk(sweepIn(location.search, view));
    if (!ask) follow();
    window.addEventListener('popstate', follow);
    return () => window.removeEventListener('popstate', follow);
  }, [view, ask]);
  const change = useCallback(
    (more: Partial<SweepAsk>) => {
      if (!ask || !view) return;
      const next = { ...ask, ...more };
      setAsk(next);
      const address = location.pathname + sweepQuery(next, view);
      if (more.draft) history.pushState(null, '', address);
      else history.replaceState(null, '', address);
    },
    [ask, view],
  );
  return { ask, change };
}

/** What the Sweep screen asks for, the variables that are swept, and how it is kept in the binder. */
export function useAskedSweep(study: string, view: StudyView | null) {
  const { ask, change } = useAsk(view);
  /** The revision of the study on which the kept sweep was opened. */
  const [since, setSince] = useState<number | null>(null);
  const isOpened = ask !== null;
  useEffect(() => {
    if (isOpened) setSince(seenRevision(study));
  }, [isOpened, study]);
  const draft = ask?.draft ?? null;
  const chosen = useMemo(() => {
    if (!view || !draft) return [];
    return draft.rows.length > 0
      ? draft.rows.map(({ variable }) => variable)
      : sweptVariables(view.variables, draft.by);
  }, [view, draft]);
  const sentence = useMemo(
    () => draft && sentenceOfDraft({ ...draft, rows: chosen.map((variable) => ({ variable })) }),
    [draft, chosen],
  );
  const title = view && sentence ? captionOf(sentence, view.variables, { sweep: {} }) : '';
  const saving = useSaveTable(study, title, sentence, {
    saved: ask?.saved ?? null,
    shown: shownOfSweep(ask ?? USUAL),
    since,
    keptAs: (saved) => {
      setSince(seenRevision(study));
      change({ saved });
    },
  });
  /** Does something with the sweep as a table; too large for one, it is said how to make it one. */
  const asTable = (work: () => void) => {
    if (chosen.length <= MOST_ITEMS) work();
    else
      saving.setTrouble({
        detail:
          `A sweep of ${whole(MOST_ITEMS)} variables at most is kept, or a file; this one has ` +
          `${whole(chosen.length)}.`,
        mend: 'A click on a variable in the roster takes it out. Copy and CSV give all of it.',
      });
  };
  return { ask, change, chosen, sentence, title, saving, asTable };
}
