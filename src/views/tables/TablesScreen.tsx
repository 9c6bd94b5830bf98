import { whole } from '../../core/figures.js';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { RosterVariable, SentenceBody, Shown } from '../../api/types.js';
import { stacked } from '../../charts/stacked.js';
import { titleOf } from '../../core/codebook/types.js';
import { SIZE_WORDS } from '../../core/reading/size-words.js';
import { saySentence, variablesOf } from '../../core/table/sentence.js';
import { share, whyEmpty } from '../../core/table/share.js';
import { Button, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens, Svg } from '../../kit/Svg.js';
import { client, seenRevision, type Trouble, troubleOf } from '../client.js';
import { ExpectedShares } from '../reading/ExpectedShares.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { NamedText, NamesHere } from '../peek/NamedText.js';
import { peekAt } from '../peek/Peek.js';
import { PeekScope } from '../peek/PeekScope.js';
import { useStar } from '../roster/use-star.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import bench from '../shell/workbench.module.css';
import { BaseLine } from './BaseLine.js';
import { CrossTable } from './CrossTable.js';
import { FrequencyTable } from './FrequencyTable.js';
import { HandsHere } from './hands.js';
import { HeadingTools } from './HeadingTools.js';
import { useHands } from './use-hands.js';
import { NumberFigures } from './NumberFigures.js';
import { isComplete, type Open, SentenceLine, startCondition } from './SentenceLine.js';
import { CoMentionTable } from './CoMentionTable.js';
import { MentionChoice, StandingsLine } from './StandingsLine.js';
import { PredictedChoice } from './PredictedChoice.js';
import { StratumTable } from './StratumTable.js';
import { StratumChoice } from './StratumChoice.js';
import { Toolbar } from './Toolbar.js';
import { type Draft, EMPTY, fromQuery, toQuery } from './url.js';
import { SHOWN } from './shown-query.js';
import { useTable } from './use-table.js';
import css from './table.module.css';

function asSentence(draft: Draft): SentenceBody | null {
  if (draft.rows === null) return null;
  const { rows, by, within, only } = draft;
  // Without groups there is nothing to split; the slot keeps its variable until there are some again.
  return { ...draft, rows, within: by === null ? null : within, only: only.filter(isComplete) };
}

/** The Tables view: a sentence asks, the table and its reading follow at once. */
export function TablesScreen({ study }: { study: string }) {
  const { view, problem: studyProblem, reload } = useStudy(study);
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
      const kept = view.tables.find(({ id }) => id === table);
      setDraft(kept && fromAddress.rows === null ? kept.sentence : fromAddress);
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
      const same = next.rows === draft.rows;
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

  const asked = asSentence(draft);
  // What is gone meanwhile is not asked for.
  const isThere =
    asked !== null && view !== null && variablesOf(asked).every((id) => view.variables.some((one) => one.id === id));
  const sentence = isThere ? asked : null;
  const rows = view?.variables.find(({ id }) => id === draft.rows);
  const countable = rows === undefined || rows.countable;
  // The code of a stratum is one of this variable, and says nothing of another.
  const [picked, setPicked] = useState<{ within: number | null; code: string | null }>({ within: null, code: null });
  const stratum = picked.within === draft.within ? picked.code : null;
  const { table, split, each, marks, letters, answers, sums, exact, problem, busy, took } = useTable(
    view,
    countable ? sentence : null,
    shown,
    stratum,
    view?.study.settings.sizeWords,
  );
  const any = table ?? split?.all ?? null;
  const { hands, standing } = useHands({
    study,
    view,
    draft,
    saved,
    change,
    reload,
    axes: { rows: any?.rows ?? null, by: any?.columns ?? null },
    fail: setSaveProblem,
  });
  const title = view && sentence ? saySentence(sentence, view.variables) : '';

  const swap = () => {
    if (draft.rows !== null && draft.by !== null) change({ ...draft, rows: draft.by, by: draft.rows });
  };
  const save = (base: number | null = since.current) => {
    if (!sentence) return;
    const body = { title, sentence, shown };
    const work = saved === null ? client.saveTable(study, body) : client.replaceTable(study, saved, body, base);
    work.then(
      (kept) => {
        setSaved(kept.id);
        setSaveProblem(null);
        since.current = seenRevision(study);
        setToast(`Kept in the binder: ${kept.title}`);
        if (view) history.replaceState(null, '', location.pathname + toQuery(draft, view.variables, kept.id, shown));
        void reload();
      },
      (error: unknown) => setSaveProblem(troubleOf(error, () => save(null))),
    );
  };
  const choose = useCallback(
    (id: number) =>
      change({ ...draft, rows: id, by: draft.by === id ? null : draft.by, mention: undefined, counted: undefined }),
    [change, draft],
  );
  useKeys({
    '/': focusSearch,
    r: () => setOpen({ slot: 'rows' }),
    c: () => rows && setOpen({ slot: 'by' }),
    i: () => rows && draft.by !== null && setOpen({ slot: 'within' }),
    f: () => rows && setOpen({ slot: 'only' }),
    w: () => rows && setOpen({ slot: 'weight' }),
    x: swap,
    k: () => save(),
  });

  const namesHere = useMemo(() => {
    const asked = asSentence(draft);
    const ids = new Set(asked ? variablesOf(asked) : []);
    return (view?.variables ?? [])
      .filter(({ id }) => ids.has(id))
      .map((variable) => ({ id: variable.id, title: titleOf(variable) }));
  }, [view, draft]);
  const star = useStar(study, reload, setSaveProblem);
  if (studyProblem && !view) return <Problem {...studyProblem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const actionsOf = (variable: RosterVariable) => (
    <>
      {variable.level !== 'text' && <Button onClick={() => choose(variable.id)}>Rows</Button>}
      {rows && variable.countable && variable.level !== 'text' && (
        <Button onClick={() => change({ ...draft, by: variable.id })}>By</Button>
      )}
      {rows && variable.level === 'number' && (
        <Button onClick={() => change({ ...draft, weight: variable.id })}>Weight</Button>
      )}
      {rows && variable.level !== 'text' && (
        <Button
          onClick={() => {
            change({ ...draft, only: [...draft.only, startCondition(variable)] });
            setOpen({ slot: 'condition', at: draft.only.length });
          }}
        >
          Only where
        </Button>
      )}
      <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(variable.name)}`}>Codebook</a>
    </>
  );
  const used = new Set(
    [draft.rows, draft.by, draft.within, draft.weight, ...draft.only.map(({ variable }) => variable)].filter(
      (id) => id !== null,
    ),
  );
  const empty = table ? whyEmpty(table) : null;
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
                  tested={marks !== null || (each?.strata.some((one) => one.marks) ?? false)}
                  compared={letters !== null || (each?.strata.some((one) => one.letters) ?? false)}
                  multiple={any.mentions !== null}
                  swap={draft.by === null ? null : swap}
                  csv={client.tableCsv(study, sentence, shown)}
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
                rows &&
                view.workings.some(({ id, recipe }) => id === rows.workingId && recipe.kind === 'slots') && (
                  <MentionChoice
                    mention={draft.mention}
                    choose={(mention) => change({ ...draft, mention: mention === 'any' ? undefined : mention })}
                  />
                )}
              {sentence && any?.rows.multiple && (
                <StandingsLine
                  table={any}
                  counted={draft.counted}
                  change={(counted) => change({ ...draft, counted })}
                />
              )}
              {sentence && any && (
                <HeadingTools shown={shown} setShown={show} ordered={any.rows.variable.level !== 'number'} />
              )}
              {problem && <Problem {...problem} />}
              {rows &&
                rows.level === 'number' &&
                draft.by === null &&
                draft.only.length === 0 &&
                draft.weight === null && <NumberFigures study={study} variable={rows} />}
              {!sentence && (
                <Start
                  variables={view.variables}
                  tables={view.tables}
                  change={change}
                  open={() => setOpen({ slot: 'rows' })}
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
              {each && split && (
                <div className={busy ? css['faded'] : undefined}>
                  {whyEmpty(split.all) !== null ? (
                    <div className={css['nothing']}>
                      <h2>Nothing to show.</h2>
                      <p>{whyEmpty(split.all)}</p>
                    </div>
                  ) : (
                    each.strata.map((one) => (
                      <StratumTable
                        key={one.code}
                        stratum={one}
                        within={titleOf(split.within.variable)}
                        shown={shown}
                        title={title}
                      />
                    ))
                  )}
                  <BaseLine table={split.all} hatch={shown.hatch && each.strata.some((one) => one.marks)} />
                </div>
              )}
              {table && (
                <div className={busy ? css['faded'] : undefined}>
                  {empty !== null ? (
                    <div className={css['nothing']}>
                      <h2>Nothing to show.</h2>
                      <p>{empty}</p>
                    </div>
                  ) : table.columns ? (
                    <CrossTable table={table} marks={marks} letters={letters} shown={shown} title={title} />
                  ) : (
                    <FrequencyTable table={table} title={title} />
                  )}
                  <BaseLine table={table} hatch={shown.hatch && marks !== null} />
                  {empty === null && !table.columns && <CoMentionTable table={table} />}
                  {empty === null &&
                    table.columns &&
                    !table.rows.multiple &&
                    !table.columns.multiple &&
                    table.rows.categories.length <= 12 && (
                      <figure className={css['chart']}>
                        <h2>
                          <NamedText>{titleOf(table.rows.variable)}</NamedText>, stacked to 100%
                        </h2>
                        <Svg
                          markup={stacked({
                            title: `Chart: ${title}`,
                            width: 690,
                            groups: table.columns.categories.map(({ label }) => label),
                            answers: table.rows.categories.map(({ label }) => label),
                            shares: table.cells.map((row, i) => row.map((_, j) => share(table, 'column', i, j))),
                          })}
                        />
                      </figure>
                    )}
                </div>
              )}
            </div>
            <aside className={bench['reading']} aria-label="Reading">
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

interface StartProps {
  variables: readonly RosterVariable[];
  tables: readonly { id: number; title: string }[];
  change: (draft: Draft) => void;
  open: () => void;
  study: string;
}

function Start({ variables, tables, change, open, study }: StartProps) {
  const coded = variables.filter(
    (variable) =>
      variable.countable &&
      (variable.level === 'ordered' || variable.level === 'unordered' || variable.level === 'multiple'),
  );
  const answers = coded.find(({ level }) => level === 'ordered') ?? coded[0];
  const group = coded.find((variable) => variable.level === 'unordered' && variable !== answers);
  return (
    <div className={css['nothing']}>
      <h2>A table is a sentence.</h2>
      <p>
        Choose what goes down; add a <b>by</b> for groups across, and an <b>only where</b> to keep some respondents.
        Drag a variable here from the roster, click it there, or press <b>R</b>.
      </p>
      <div className={css['ideas']}>
        <Button onClick={open}>Choose a variable…</Button>
        {answers && <Button onClick={() => change({ ...EMPTY, rows: answers.id })}>{titleOf(answers)}</Button>}
        {answers && group && (
          <Button onClick={() => change({ ...EMPTY, rows: answers.id, by: group.id })}>
            {titleOf(answers)} by {titleOf(group)}
          </Button>
        )}
        {tables.slice(-3).map(({ id, title }) => (
          <a key={id} href={`/studies/${study}/tables?table=${id}`}>
            {title} (in the binder)
          </a>
        ))}
      </div>
    </div>
  );
}
