import { useCallback, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { variablesOf } from '../../core/table/sentence.js';
import { EditorShell, Middle } from '../../kit/EditorShell.js';
import { Button, InlineButton, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { PeekScope } from '../peek/PeekScope.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import { useFile } from '../hand-over/use-file.js';
import type { Way } from '../hand-over/ways.js';
import { Writing } from '../hand-over/Writing.js';
import { guarded } from '../shell/guarded.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import { type Open, SentenceLine } from '../tables/SentenceLine.js';
import type { Draft } from '../tables/url.js';
import { tableFile } from '../tables/table-file.js';
import { shownOfSweep } from './address.js';
import { SweepList } from './SweepList.js';
import { useAskedSweep } from './use-asked-sweep.js';
import { useSweep } from './use-sweep.js';
import css from './sweep.module.css';

const KEYS = [
  ['C', 'by'],
  ['F', 'only where'],
  ['W', 'weight'],
  ['K', 'keep'],
  ['/', 'find'],
] as const;

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

/** How many variables are swept, and back to all of them. */
function SweptCount({ draft, count, change }: { draft: Draft; count: number; change: (draft: Draft) => void }) {
  const isChosen = draft.rows.length > 0;
  return (
    <>
      {isChosen ? '' : 'All '}
      {whole(count)} variables{' '}
      {isChosen && <InlineButton onClick={() => change({ ...draft, rows: [] })}>all of them</InlineButton>}
    </>
  );
}

/** The Sweep view: many variables by the same groups, as one list that is sorted. */
function SweepPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const { ask, change, chosen, sentence, title, saving, asTable } = useAskedSweep(study, view);
  const [open, setOpen] = useState<Open>(null);
  const draft = ask?.draft ?? null;
  const swept = useSweep(view, sentence);
  const { toast, setToast, trouble, setTrouble } = saving;
  const fetching = useFile((name) => setToast(`${name} is written.`));
  const choose = useCallback(
    (id: number) => {
      if (!draft) return;
      const next = chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id];
      change({ draft: { ...draft, rows: next.map((variable) => ({ variable })) } });
    },
    [draft, chosen, change],
  );
  const keep = () => asTable(saving.save);
  useKeys({
    '/': focusSearch,
    c: () => setOpen({ slot: 'by', nest: 0, level: 0 }),
    f: () => setOpen({ slot: 'only' }),
    w: () => setOpen({ slot: 'weight' }),
    k: keep,
  });
  if (problem && !view) return <Problem {...problem} />;
  if (!view || !ask || !draft) return <Wait>Opening the study…</Wait>;
  const handOver = (way: Way) => {
    if (!sentence) return;
    const file = tableFile(study, sentence, shownOfSweep(ask), way);
    asTable(() => fetching.fetch('the sweep', 'GET /studies/{study}/table/file', file));
  };
  const changeDraft = (next: Draft) => change({ draft: next });
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
          <SentenceLine
            {...{ draft, open, setOpen }}
            lead={<SweptCount draft={draft} count={chosen.length} change={changeDraft} />}
            variables={view.variables}
            change={changeDraft}
          />
          {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
          {draft.by.length === 0 ? (
            <SweepStart view={view} change={(more) => changeDraft({ ...draft, ...more })} />
          ) : (
            <>
              <Writing study={study} fetching={fetching} />
              <SweepList
                {...{ view, ask, change, swept, chosen, title }}
                told={{ toast: setToast, fail: setTrouble }}
                handOver={handOver}
                keep={keep}
                asNew={saving.asNew}
              />
            </>
          )}
        </Middle>
        <Toast text={toast} done={() => setToast(null)} />
      </EditorShell>
    </PeekScope>
  );
}

export const SweepScreen = guarded(SweepPage);
