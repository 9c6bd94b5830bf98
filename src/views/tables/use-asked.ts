import { useCallback, useEffect, useLayoutEffect, useReducer, useRef } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { seenRevision } from '../server/seen.js';
import { askedAfter, NOTHING_ASKED } from './asked.js';
import { type Draft, fromQuery, toQuery } from './url.js';

/** What the address asks for; a kept table as it was kept, where the address says nothing else. */
function inAddress({ variables, tables }: StudyView) {
  const { draft, table, shown } = fromQuery(location.search, variables);
  const kept = byId(tables, table);
  const asKept = kept && new URLSearchParams(location.search).get('show') === null;
  return {
    draft: kept && draft.rows.length === 0 ? sentenceOfBody(kept.sentence) : draft,
    saved: kept?.id ?? null,
    shown: asKept ? kept.shown : shown,
  };
}

/** How many changes of the sentence led here, on this page. */
function depthNow(): number {
  const state: unknown = typeof history === 'undefined' ? null : history.state;
  const depth = typeof state === 'object' && state !== null && 'sentence' in state ? state.sentence : 0;
  return typeof depth === 'number' ? depth : 0;
}

const address = (of: Draft, variables: StudyView['variables'], table: number | null, as: Shown) =>
  location.pathname + toQuery(of, variables, table, as);

/** What the screen asks for, kept in the address: back, forth, a reload and a bookmark bring it again. */
export function useAsked(study: string, view: StudyView | null) {
  const [asked, act] = useReducer(askedAfter, NOTHING_ASKED);
  const { draft, saved, shown, ready } = asked;
  useEffect(() => {
    if (!view) return;
    const follow = () => act({ is: 'opened', ...inAddress(view), since: seenRevision(study) });
    if (!ready) follow();
    window.addEventListener('popstate', follow);
    return () => window.removeEventListener('popstate', follow);
  }, [view, ready, study]);
  const change = useCallback(
    (next: Draft, fresh = view) => {
      const action = { is: 'draft', draft: next } as const;
      act(action);
      if (!fresh) return;
      const after = askedAfter(asked, action);
      history.pushState({ sentence: depthNow() + 1 }, '', address(after.draft, fresh.variables, saved, after.shown));
    },
    [view, asked, saved],
  );
  // Parts of the screen that follow the table a moment later act on what is asked by now.
  const now = useRef({ view, draft, saved });
  useLayoutEffect(() => {
    now.current = { view, draft, saved };
  });
  const show = useCallback((next: Shown) => {
    act({ is: 'shown', shown: next });
    const { view: study, draft: sentence, saved: table } = now.current;
    if (study) history.replaceState(history.state, '', address(sentence, study.variables, table, next));
  }, []);
  /** The table that it is kept as from here on; null: a new one. */
  const keptAs = (table: number | null) => {
    act(table === null ? { is: 'new' } : { is: 'kept', table, since: seenRevision(study) });
    if (view) history.replaceState(history.state, '', address(draft, view.variables, table, shown));
  };
  /** Takes the last change of the sentence back; absent: it is as it came here. */
  const undo = depthNow() > 0 ? () => history.back() : undefined;
  return { ...asked, change, show, keptAs, undo };
}
