import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { displayOf } from '../../core/table/display.js';
import { saySentence } from '../../core/table/say-sentence.js';
import { isDescribed, variablesOf } from '../../core/table/sentence.js';
import { EditorShell, Middle } from '../../kit/EditorShell.js';
import { useSteady } from '../../kit/use-steady.js';
import { Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { NamesHere } from '../peek/NamedText.js';
import { PeekScope } from '../peek/PeekScope.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import { useStar } from '../roster/use-star.js';
import { guarded } from '../shell/guarded.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import { type CellAt, CellsContext } from './cells.js';
import type { BlockAt } from './CrossTable.js';
import { sentenceOfDraft, soleOn } from './draft.js';
import { FoundActs } from './FoundActs.js';
import { HandlesContext } from './heading-edits.js';
import { ReadingAside } from './ReadingAside.js';
import { RosterActs } from './RosterActs.js';
import { type Open, SentenceLine } from './SentenceLine.js';
import { SentenceText } from './SentenceText.js';
import { TableMiddle } from './TableMiddle.js';
import { textsIn } from './TextsHere.js';
import { TableStart } from './TableStart.js';
import { useAsked } from './use-asked.js';
import { useHeadingEdits } from './use-heading-edits.js';
import { numberAcross } from './pair-of-numbers.js';
import { useSaveTable } from './use-save-table.js';
import { useTable } from './use-table.js';

const KEYS = [
  ['R', 'rows'],
  ['C', 'by'],
  ['I', 'within'],
  ['F', 'only where'],
  ['W', 'weight'],
  ['T', 'as text'],
  ['X', 'swap'],
  ['Z', 'undo'],
  ['K', 'keep'],
  ['/', 'find'],
] as const;

/** The Tables view: a sentence asks, the table and its reading follow at once. */
function TablesPage({ study }: { study: string }) {
  const { view, problem: studyProblem } = useStudy(study);
  const asking = useAsked(study, view);
  const { draft, saved, shown, change, show, undo } = asking;
  // A sweep has a screen of its own.
  const isSweep = shown.sweep !== undefined && saved !== null;
  useEffect(() => {
    if (isSweep) location.replace(`/studies/${study}/sweep?table=${saved}`);
  }, [isSweep, study, saved]);
  const [open, setOpen] = useState<Open>(null);
  /** The sentence is open as a text. */
  const [typing, setTyping] = useState(false);
  const asked = useMemo(() => sentenceOfDraft(draft), [draft]);
  // What is gone meanwhile is not asked for.
  const isThere =
    asked !== null &&
    view !== null &&
    variablesOf(asked).every((id) => view.variables.some((variable) => variable.id === id));
  const sentence = isThere ? asked : null;
  const rowsOf = draft.rows.flatMap(({ variable }) => byId(view?.variables, variable) ?? []);
  const across = view && numberAcross(draft, view.variables);
  const countable =
    rowsOf.every((variable, k) => variable.countable || isDescribed(draft.rows[k]!, variable)) &&
    textsIn(draft, view?.variables ?? []).length === 0;
  // The code of a stratum is one of this variable, and says nothing of another.
  const [picked, setPicked] = useState<{ within: number | null; code: string | null }>({ within: null, code: null });
  const stratum = picked.within === draft.within ? picked.code : null;
  const [read, setRead] = useState<BlockAt>({ item: 0, nest: 0 });
  const shows = useTable(view, countable ? sentence : null, shown, stratum, read);
  const title = view && sentence ? saySentence(sentence, view.variables) : '';
  const [cell, setCell] = useState<{ of: string; at: CellAt } | null>(null);
  const asks = JSON.stringify([draft.rows, draft.by, draft.only, draft.weight, stratum, displayOf(shown)]);
  // A cell is one of this table; of tables side by side within a variable none is opened.
  const cells = useMemo(
    () => ({
      at: cell?.of === asks && shows.view ? cell.at : null,
      open: shows.view ? (at: CellAt | null) => setCell(at && { of: asks, at }) : null,
    }),
    [cell, asks, shows.view],
  );
  const saving = useSaveTable(study, title, sentence, asking);
  const keep = useSteady((kept: Shown) => {
    show(kept);
    saving.saveAs(kept);
  });
  const { blocks } = shows;
  const tableAt = useCallback(
    (item: number, nest: number) => {
      return blocks[item * Math.max(1, draft.by.length) + nest]?.table ?? null;
    },
    [blocks, draft],
  );
  const { handles, standing } = useHeadingEdits({
    study,
    view,
    draft,
    saved,
    change,
    tableAt,
    fail: saving.setTrouble,
  });
  const swap = () => {
    const [down, across] = [soleOn(draft, 'rows'), soleOn(draft, 'by')];
    if (down !== null && across !== null) change({ ...draft, rows: [{ variable: across }], by: [[down]] });
  };
  const choose = useCallback(
    (id: number) => change({ ...draft, rows: [{ variable: id }], by: draft.by.filter((nest) => !nest.includes(id)) }),
    [change, draft],
  );
  const begun = rowsOf.length > 0;
  useKeys({
    '/': focusSearch,
    r: () => setOpen({ slot: 'rows', at: 0 }),
    c: () => begun && setOpen({ slot: 'by', nest: 0, level: 0 }),
    i: () => begun && draft.by.length > 0 && setOpen({ slot: 'within' }),
    f: () => begun && setOpen({ slot: 'only' }),
    w: () => begun && setOpen({ slot: 'weight' }),
    t: () => setTyping(true),
    x: swap,
    z: () => undo?.(),
    k: saving.save,
  });
  const namesHere = useMemo(() => {
    const ids = new Set(asked ? variablesOf(asked) : []);
    const named = (view?.variables ?? []).filter(({ id }) => ids.has(id));
    return named.map((variable) => ({ id: variable.id, title: titleOf(variable) }));
  }, [view, asked]);
  const star = useStar(study, saving.setTrouble);
  if (studyProblem && !view) return <Problem {...studyProblem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const { variables, tables } = view;
  const roster = (
    <Roster
      variables={variables}
      used={new Set(variablesOf(draft))}
      choose={choose}
      actionsOf={(variable) => <RosterActs {...{ study, variable, variables, draft, choose, change, setOpen }} />}
      actionsOfFound={(matching) => <FoundActs {...{ matching, draft, change }} />}
      star={star}
    />
  );
  const foot = (
    <>
      <span>
        {whole(view.study.respondents)} respondents · {variables.length} variables
        {shows.took !== null && ` · counted in ${Math.max(1, Math.round(shows.took))} ms`}
      </span>
      <Keys of={KEYS} />
    </>
  );
  return (
    <PeekScope study={study} view={view}>
      <NamesHere value={namesHere}>
        <HandlesContext value={handles}>
          <CellsContext value={cells}>
            <EditorShell side={roster} foot={foot}>
              <Pens />
              <Middle>
                {typing ? (
                  <SentenceText {...{ draft, variables, change }} close={() => setTyping(false)} />
                ) : (
                  <SentenceLine
                    {...{ draft, variables, open, setOpen, change }}
                    asText={() => setTyping(true)}
                    undo={undo}
                  />
                )}
                {saving.trouble && <Problem {...saving.trouble} dismiss={() => saving.setTrouble(null)} />}
                {sentence ? (
                  <TableMiddle
                    {...{
                      view,
                      draft,
                      sentence,
                      shows,
                      shown,
                      show,
                      change,
                      saved,
                      saving,
                      swap,
                      standing,
                      stratum,
                    }}
                    pick={(code) => setPicked({ within: draft.within, code })}
                    read={setRead}
                  />
                ) : (
                  <TableStart
                    variables={variables}
                    tables={tables}
                    change={change}
                    open={() => setOpen({ slot: 'rows', at: 0 })}
                    study={study}
                  />
                )}
              </Middle>
              <ReadingAside
                view={view}
                shows={shows}
                pair={across && sentence?.within === null ? sentence : null}
                across={Math.max(1, draft.by.length)}
                asked={sentence !== null}
                shown={shown}
                show={show}
                read={setRead}
                stratum={stratum}
                keep={keep}
              />
              <Toast text={saving.toast} done={() => saving.setToast(null)} />
            </EditorShell>
          </CellsContext>
        </HandlesContext>
      </NamesHere>
    </PeekScope>
  );
}

export const TablesScreen = guarded(TablesPage);
