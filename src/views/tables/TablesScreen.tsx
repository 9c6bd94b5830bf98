import { byId } from '../../core/by-id.js';
import { guarded } from '../shell/guarded.js';
import { whole } from '../../core/figures.js';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { RosterVariable, Shown } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { SIZE_WORDS } from '../../core/reading/size-words.js';
import { saySentence } from '../../core/table/say-sentence.js';
import { variablesOf, conditionsOf } from '../../core/table/sentence.js';
import { bodyOfSentence, sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Button, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { change as changeStudy } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import { seenRevision } from '../server/seen.js';
import { csvAddress } from './csv-address.js';
import { ExpectedShares } from '../reading/ExpectedShares.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { NamesHere } from '../peek/NamedText.js';
import { peekAt } from '../peek/Peek.js';
import { PeekScope } from '../peek/PeekScope.js';
import { useStar } from '../roster/use-star.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import bench from '../shell/workbench.module.css';
import { BlockChoice } from './BlockChoice.js';
import type { BlockAt } from './CrossTable.js';
import { sentenceOfDraft, soleOn, startCondition, withLevel } from './draft.js';
import { HandsHere } from './hands.js';
import { HeadingTools } from './HeadingTools.js';
import { useHands } from './use-hands.js';
import { NumberFigures } from './NumberFigures.js';
import { type Open, SentenceLine } from './SentenceLine.js';
import { MentionChoice, StandingsLine } from './StandingsLine.js';
import { PredictedChoice } from './PredictedChoice.js';
import { StratumChoice } from './StratumChoice.js';
import { TablePane } from './TablePane.js';
import { TableStart } from './TableStart.js';
import { Toolbar } from './Toolbar.js';
import { type Draft, EMPTY, fromQuery, toQuery } from './url.js';
import { SHOWN } from './shown-query.js';
import { useTable } from './use-table.js';
import css from './table.module.css';

/** The Tables view: a sentence asks, the table and its reading follow at once. */
function TablesPage({ study }: { study: string }) {
  const { view, problem: studyProblem } = useStudy(study);
  const [draft, setDraft] = useState<Draft>(EMPTY);
  const [saved, setSaved] = useState<number | null>(null);
  const [shown, setShown] = useState(SHOWN);
  const [open, setOpen] = useState<Open>(null);
  const [toast, setToast] = useState<string | null>(null);
  const [saveProblem, setSaveProblem] = useState<Trouble | null>(null);
  /** The revision on which the kept table was opened. */
  const since = useRef<number | null>(null);
  const [ready, setReady] = useState(false);

  useEffect(() => {
    if (!view) return;
    const follow = () => {
      const { draft: fromAddress, table, shown: said } = fromQuery(location.search, view.variables);
      const kept = byId(view.tables, table);
      setDraft(kept && fromAddress.rows.length === 0 ? sentenceOfBody(kept.sentence) : fromAddress);
      setSaved(kept?.id ?? null);
      since.current = seenRevision(study);
      const asKept = kept && new URLSearchParams(location.search).get('show') === null;
      setShown(asKept ? kept.shown : said);
      setReady(true);
    };
    if (!ready) follow();
    window.addEventListener('popstate', follow);
    return () => window.removeEventListener('popstate', follow);
  }, [view, ready, study]);

  const change = useCallback(
    (next: Draft, fresh = view) => {
      setDraft(next);
      // Expected shares, and which of two is predicted, are of these rows.
      const same = JSON.stringify(next.rows) === JSON.stringify(draft.rows);
      const kept = same ? shown : { ...shown, shares: undefined, predicted: undefined };
      if (!same) setShown(kept);
      if (fresh) history.pushState(null, '', location.pathname + toQuery(next, fresh.variables, saved, kept));
    },
    [view, saved, draft.rows, shown],
  );
  const show = (next: Shown) => {
    setShown(next);
    if (view) history.replaceState(null, '', location.pathname + toQuery(draft, view.variables, saved, next));
  };

  const asked = useMemo(() => sentenceOfDraft(draft), [draft]);
  // What is gone meanwhile is not asked for.
  const isThere =
    asked !== null && view !== null && variablesOf(asked).every((id) => view.variables.some((one) => one.id === id));
  const sentence = isThere ? asked : null;
  const rowsOf = draft.rows.flatMap(({ variable }) => byId(view?.variables, variable) ?? []);
  const [rows] = rowsOf;
  const countable = rowsOf.every((variable) => variable.countable);
  // The code of a stratum is one of this variable, and says nothing of another.
  const [picked, setPicked] = useState<{ within: number | null; code: string | null }>({ within: null, code: null });
  const stratum = picked.within === draft.within ? picked.code : null;
  const [read, setRead] = useState<BlockAt>({ item: 0, nest: 0 });
  const shows = useTable(view, countable ? sentence : null, shown, stratum, read, view?.study.settings.sizeWords);
  const { blocks, at, table, split, each, extras, answers, sums, exact, problem, took } = shows;
  const any = table ?? split?.all ?? null;
  const item = draft.rows[at.item];
  const itemVariable = rowsOf[at.item];
  const changeItem = (more: Partial<typeof item>) =>
    change({ ...draft, rows: draft.rows.map((one, k) => (k === at.item ? { ...one, ...more } : one)) });
  const { hands, standing } = useHands({
    study,
    view,
    draft,
    saved,
    change,
    axes: { rows: any?.rows ?? null, by: any?.columns ?? null },
    fail: setSaveProblem,
  });
  const title = view && sentence ? saySentence(sentence, view.variables) : '';

  const swap = () => {
    const [down, across] = [soleOn(draft, 'rows'), soleOn(draft, 'by')];
    if (down !== null && across !== null) change({ ...draft, rows: [{ variable: across }], by: [[down]] });
  };
  const save = (base: number | null = since.current) => {
    if (!sentence) return;
    const body = { title, sentence: bodyOfSentence(sentence), shown };
    const work =
      saved === null
        ? changeStudy('POST /studies/{study}/tables', { study, body })
        : changeStudy('PUT /studies/{study}/tables/{table}', { study, table: saved, body }, base);
    work.then(
      (kept) => {
        setSaved(kept.id);
        setSaveProblem(null);
        since.current = seenRevision(study);
        setToast(`Kept in the binder: ${kept.title}`);
        if (view) history.replaceState(null, '', location.pathname + toQuery(draft, view.variables, kept.id, shown));
      },
      (error: unknown) => setSaveProblem(troubleOf(error, () => save(null))),
    );
  };
  const choose = useCallback(
    (id: number) =>
      change({
        ...draft,
        rows: [{ variable: id }],
        by: draft.by.filter((nest) => !nest.includes(id)),
      }),
    [change, draft],
  );
  useKeys({
    '/': focusSearch,
    r: () => setOpen({ slot: 'rows', at: 0 }),
    c: () => rows && setOpen({ slot: 'by', nest: 0, level: 0 }),
    i: () => rows && draft.by.length > 0 && setOpen({ slot: 'within' }),
    f: () => rows && setOpen({ slot: 'only' }),
    w: () => rows && setOpen({ slot: 'weight' }),
    x: swap,
    k: () => save(),
  });

  const namesHere = useMemo(() => {
    const ids = new Set(asked ? variablesOf(asked) : []);
    return (view?.variables ?? [])
      .filter(({ id }) => ids.has(id))
      .map((variable) => ({ id: variable.id, title: titleOf(variable) }));
  }, [view, asked]);
  const star = useStar(study, setSaveProblem);
  if (studyProblem && !view) return <Problem {...studyProblem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const actionsOf = (variable: RosterVariable) => (
    <>
      {variable.level !== 'text' && <Button onClick={() => choose(variable.id)}>Rows</Button>}
      {rows && variable.countable && variable.level !== 'text' && (
        <Button onClick={() => change(withLevel({ ...draft, by: [] }, 0, 0, variable.id))}>By</Button>
      )}
      {rows && variable.level === 'number' && (
        <Button onClick={() => change({ ...draft, weight: variable.id })}>Weight</Button>
      )}
      {rows && variable.level !== 'text' && (
        <Button
          onClick={() => {
            change({ ...draft, only: [...draft.only, startCondition(variable)] });
            setOpen({ slot: 'condition', at: conditionsOf(draft.only).length });
          }}
        >
          Only where
        </Button>
      )}
      <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(variable.name)}`}>Codebook</a>
    </>
  );
  const used = new Set(variablesOf(draft));
  const isPlain = draft.by.length === 0 && draft.only.length === 0 && draft.weight === null;
  return (
    <PeekScope study={study} view={view}>
      <NamesHere value={namesHere}>
        <HandsHere value={hands}>
          <div className={bench['bench']}>
            <Pens />
            <div className={bench['side']}>
              <Roster variables={view.variables} used={used} choose={choose} actionsOf={actionsOf} star={star} />
            </div>
            <div className={bench['middle']}>
              <SentenceLine draft={draft} variables={view.variables} open={open} setOpen={setOpen} change={change} />
              {saveProblem && <Problem {...saveProblem} dismiss={() => setSaveProblem(null)} />}
              {sentence && any && (
                <Toolbar
                  shown={shown}
                  setShown={show}
                  cross={any.columns !== null}
                  tested={extras.marks !== null || (each?.strata.some((one) => one.marks) ?? false)}
                  compared={extras.letters !== null || (each?.strata.some((one) => one.letters) ?? false)}
                  multiple={any.mentions !== null}
                  swap={soleOn(draft, 'by') === null || soleOn(draft, 'rows') === null ? null : swap}
                  csv={csvAddress(study, sentence, shown)}
                  save={() => save()}
                  saved={saved !== null}
                  asNew={() => {
                    setSaved(null);
                    history.replaceState(null, '', location.pathname + toQuery(draft, view.variables, null, shown));
                    setToast('From here on this is a new table.');
                  }}
                />
              )}
              {standing.map(({ side, variable, before, back }) => (
                <p key={side} className={css['madeHere']}>
                  <b {...peekAt(variable.id)}>{titleOf(variable)}</b> is made here from{' '}
                  <span {...peekAt(before.id)}>{titleOf(before)}</span>
                  {variable.holds ? '; its proof holds. ' : '; '}
                  {!variable.holds && <b className={css['caution']}>its proof does not hold. </b>}
                  <a href={`/studies/${study}/workings?working=${variable.workingId ?? 0}`}>recipe and proof</a>{' '}
                  <Button onClick={back}>back to {titleOf(before)}</Button>
                </p>
              ))}
              {sentence &&
                itemVariable &&
                view.workings.some(({ id, recipe }) => id === itemVariable.workingId && recipe.kind === 'slots') && (
                  <MentionChoice
                    mention={item?.mention}
                    choose={(mention) => changeItem({ mention: mention === 'any' ? undefined : mention })}
                  />
                )}
              {sentence && any?.rows.multiple && (
                <StandingsLine table={any} counted={item?.counted} change={(counted) => changeItem({ counted })} />
              )}
              {sentence && any && (
                <HeadingTools shown={shown} setShown={show} ordered={any.rows.variable.level !== 'number'} />
              )}
              {problem && <Problem {...problem} />}
              {isPlain && itemVariable?.level === 'number' && <NumberFigures study={study} variable={itemVariable} />}
              {!sentence && (
                <TableStart
                  variables={view.variables}
                  tables={view.tables}
                  change={change}
                  open={() => setOpen({ slot: 'rows', at: 0 })}
                  study={study}
                />
              )}
              {split && (
                <StratumChoice
                  split={split}
                  chosen={table ? stratum : null}
                  choose={(code) => setPicked({ within: draft.within, code })}
                />
              )}
              <TablePane
                shows={shows}
                shown={shown}
                title={title}
                within={split ? titleOf(split.within.variable) : ''}
                read={setRead}
              />
            </div>
            <aside className={bench['reading']} aria-label="Reading">
              <BlockChoice blocks={blocks} at={at} across={Math.max(1, draft.by.length)} choose={setRead} />
              {answers.length > 0 ? (
                <ReadingPane
                  answers={answers}
                  exact={exact}
                  sums={sums}
                  sizes={{ words: view.study.settings.sizeWords ?? SIZE_WORDS, settings: `/studies?edit=${study}` }}
                  choices={{
                    strength: any?.columns && !any.rows.multiple && !any.columns.multiple && (
                      <PredictedChoice
                        rows={any.rows.variable}
                        columns={any.columns.variable}
                        shown={shown}
                        setShown={show}
                      />
                    ),
                    association: table && !table.columns && (
                      <ExpectedShares
                        key={table.rows.variable.id}
                        table={table}
                        shares={shown.shares}
                        change={(shares) => show({ ...shown, shares })}
                      />
                    ),
                  }}
                />
              ) : (
                <p className={css['nothing']}>
                  {sentence
                    ? ''
                    : 'The reading stands here: is there an association, how strong, where, can it be trusted, ' +
                      'and how to say it.'}
                </p>
              )}
            </aside>
            <footer className={bench['status']}>
              <span>
                {whole(view.study.respondents)} respondents · {view.variables.length} variables
                {took !== null && ` · counted in ${Math.max(1, Math.round(took))} ms`}
              </span>
              <Keys
                of={[
                  ['R', 'rows'],
                  ['C', 'by'],
                  ['I', 'within'],
                  ['F', 'only where'],
                  ['W', 'weight'],
                  ['X', 'swap'],
                  ['K', 'keep'],
                  ['/', 'find'],
                ]}
              />
            </footer>
            <Toast text={toast} done={() => setToast(null)} />
          </div>
        </HandsHere>
      </NamesHere>
    </PeekScope>
  );
}

export const TablesScreen = guarded(TablesPage);
