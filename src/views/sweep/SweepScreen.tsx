import { useCallback, useEffect, useMemo, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { sweptVariables } from '../../core/sweep/swept-variables.js';
import { captionOf } from '../../core/table/say-sentence.js';
import { variablesOf } from '../../core/table/sentence.js';
import { EditorShell, Middle } from '../../kit/EditorShell.js';
import { Button, InlineButton, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { PeekScope } from '../peek/PeekScope.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import type { Trouble } from '../server/problem.js';
import { guarded } from '../shell/guarded.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import { sentenceOfDraft } from '../tables/draft.js';
import { type Open, SentenceLine } from '../tables/SentenceLine.js';
import type { Draft } from '../tables/url.js';
import { type SweepAsk, sweepIn, sweepQuery } from './address.js';
import { SweepList } from './SweepList.js';
import { useSweep } from './use-sweep.js';
import css from './sweep.module.css';

const KEYS = [
  ['C', 'by'],
  ['F', 'only where'],
  ['W', 'weight'],
  ['/', 'find'],
] as const;

/** What is asked for, kept in the address. */
function useAsk(view: StudyView | null) {
  const [ask, setAsk] = useState<SweepAsk | null>(null);
  useEffect(() => {
    if (!view) return;
    const follow = () => setAsk(sweepIn(location.search, view.variables));
    if (!ask) follow();
    window.addEventListener('popstate', follow);
    return () => window.removeEventListener('popstate', follow);
  }, [view, ask]);
  const change = useCallback(
    (more: Partial<SweepAsk>) => {
      if (!ask || !view) return;
      const next = { ...ask, ...more };
      setAsk(next);
      const address = location.pathname + sweepQuery(next, view.variables);
      if (more.draft) history.pushState(null, '', address);
      else history.replaceState(null, '', address);
    },
    [ask, view],
  );
  return { ask, change };
}

/** Before anything is asked: what a sweep is, and some to begin with. */
function SweepStart({ view, change }: { view: StudyView; change: (draft: Partial<Draft>) => void }) {
  const groups = view.variables.filter(
    ({ level, countable, codes, aside }) => !aside && countable && level === 'unordered' && codes.length > 1,
  );
  return (
    <div className={css['start']}>
      <h2>A sweep is many tables in one list.</h2>
      <p>
        Choose what all variables stand by. Each gets a line with its test, its p adjusted over the list, how strong the
        association is and which way it runs; the strongest stand first, and each opens to its table.
      </p>
      <p className={css['ideas']}>
        {groups.slice(0, 5).map((variable) => (
          <Button key={variable.id} onClick={() => change({ by: [[variable.id]] })}>
            by {titleOf(variable)}
          </Button>
        ))}
      </p>
    </div>
  );
}

/** The Sweep view: many variables by the same groups, as one list that is sorted. */
function SweepPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const { ask, change } = useAsk(view);
  const [open, setOpen] = useState<Open>(null);
  const [toast, setToast] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
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
  const swept = useSweep(view, sentence);
  const choose = useCallback(
    (id: number) => {
      if (!draft) return;
      const next = chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id];
      change({ draft: { ...draft, rows: next.map((variable) => ({ variable })) } });
    },
    [draft, chosen, change],
  );
  useKeys({
    '/': focusSearch,
    c: () => setOpen({ slot: 'by', nest: 0, level: 0 }),
    f: () => setOpen({ slot: 'only' }),
    w: () => setOpen({ slot: 'weight' }),
  });
  if (problem && !view) return <Problem {...problem} />;
  if (!view || !ask || !draft) return <Wait>Opening the study…</Wait>;
  const changeDraft = (next: Draft) => change({ draft: next });
  const lead = (
    <>
      {draft.rows.length === 0 ? 'All ' : ''}
      {whole(chosen.length)} variables{' '}
      {draft.rows.length > 0 && (
        <InlineButton onClick={() => changeDraft({ ...draft, rows: [] })}>all of them</InlineButton>
      )}
    </>
  );
  const title = sentence ? captionOf(sentence, view.variables, { sweep: {} }) : '';
  const foot = (
    <>
      <span>
        {whole(view.study.respondents)} respondents · a click on a variable takes it out of the sweep, or into it
      </span>
      <Keys of={KEYS} />
    </>
  );
  return (
    <PeekScope study={study} view={view}>
      <EditorShell
        side={<Roster variables={view.variables} used={new Set([...chosen, ...variablesOf(draft)])} choose={choose} />}
        foot={foot}
      >
        <Pens />
        <Middle wide>
          <SentenceLine {...{ draft, open, setOpen, lead }} variables={view.variables} change={changeDraft} />
          {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
          {draft.by.length === 0 ? (
            <SweepStart view={view} change={(more) => changeDraft({ ...draft, ...more })} />
          ) : (
            <SweepList {...{ view, ask, change, swept, chosen, title }} told={{ toast: setToast, fail: setTrouble }} />
          )}
        </Middle>
        <Toast text={toast} done={() => setToast(null)} />
      </EditorShell>
    </PeekScope>
  );
}

export const SweepScreen = guarded(SweepPage);
