import { useMemo, useState } from 'react';
import type { EntryEdit, RosterVariable } from '../../api/types.js';
import { ask as askServer } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { unsentCells } from '../server/unsent.js';
import { useUnsent } from '../server/use-unsent.js';
import { alsoUsing, type CellEdit, editsFor, type Pasted } from './grid-edits.js';
import { alsoTurned, sayTurned, together, type Turned, turnedBy } from './missing-words.js';
import type { Codebook } from './use-codebook.js';

/** Edits that change what is an answer, or a code list of others too: shown before they are made. */
interface Asking {
  edits: EntryEdit[];
  others: RosterVariable[];
  note: string;
  /** What will happen to answers. */
  words: string[];
  seen: number | null | undefined;
}

/** What will happen to answers, here and where others share the code list; counted by the server. */
async function sayWhatTurns(
  study: string,
  turned: readonly Turned[],
  others: readonly RosterVariable[],
): Promise<string[]> {
  const everyone = [...turned, ...alsoTurned(turned, others)];
  const [mine, all] = [together(turned), together(everyone)];
  if (mine.length === 0) return [];
  const body = { in: [...mine, ...all].map(({ code, variables }) => ({ code, variables })) };
  const { each } = await askServer('POST /studies/{study}/missing/reach', { study, body });
  const forAll = everyone.length > turned.length ? sayTurned(all, each.slice(mine.length)) : [];
  return [...sayTurned(mine, each), ...forAll.map((words) => `For all: ${words}`)];
}

/**
 * What is typed and pasted into cells of the grid: made at once, or shown first where answers turn or others share the
 * code list.
 * @param refocus gives the keyboard back to the grid
 */
export function useCellEdits(
  study: string,
  variables: readonly RosterVariable[],
  { lists, edit, setTrouble, setToast }: Codebook,
  refocus: () => void,
) {
  const [asking, setAsking] = useState<Asking | null>(null);
  const [empty, setEmpty] = useState<readonly CellEdit[]>([]);
  const [waiting, setWaiting] = useState<ReadonlyMap<string, string>>(new Map());
  const keep = async (edits: readonly EntryEdit[], note: string, seen: number | null | undefined) => {
    const made = await edit(edits, undefined, note, seen);
    setWaiting(new Map());
    return made;
  };
  const change = (cells: readonly CellEdit[], note = '', seen?: number | null) => {
    setEmpty([]);
    const { edits, problem, leftAlone } = editsFor(cells, lists);
    if (problem !== null) {
      setTrouble({ detail: problem, mend: 'Nothing was changed.' });
      return;
    }
    setTrouble(null);
    const more =
      leftAlone.length > 0
        ? `${leftAlone.length} left alone: ${leftAlone[0] ?? ''}${leftAlone.length > 1 ? ', …' : ''}.`
        : '';
    const words = [note, more].filter((part) => part !== '').join(' ');
    if (edits.length === 0) {
      if (words !== '') setToast(words);
      return;
    }
    const others = alsoUsing(edits, variables);
    const turned = turnedBy(edits, variables);
    if (others.length > 0 || turned.length > 0) {
      void ask({ edits, others, note: words, words: [], seen }, turned);
      return;
    }
    setWaiting(new Map(cells.map(({ variable, field, text }) => [`${variable.id} ${field}`, text])));
    void keep(edits, words, seen);
  };
  const pasted = (texts: Pasted) => {
    change(texts.cells, texts.note);
    setEmpty(texts.empty);
  };
  const ask = async (asked: Asking, turned: readonly Turned[]) => {
    try {
      setAsking({ ...asked, words: await sayWhatTurns(study, turned, asked.others) });
    } catch (error) {
      setTrouble(problemText(error));
    }
  };
  const answer = (codesFor: 'all' | 'this' | null) => {
    if (asking && codesFor)
      void keep(
        asking.edits.map((change) => (change.codes ? { ...change, codesFor } : change)),
        asking.note,
        asking.seen,
      );
    setAsking(null);
    refocus();
  };
  const emptyThem = () => {
    change(empty);
    refocus();
  };
  const leaveEmpty = () => {
    setEmpty([]);
    refocus();
  };
  // What was typed and not sent stands in its cell, also after the page was loaded again.
  const unsent = useUnsent();
  const shown = useMemo(() => new Map([...unsentCells(unsent, study), ...waiting]), [unsent, study, waiting]);
  return { asking, answer, empty, emptyThem, leaveEmpty, waiting: shown, change, pasted };
}

export type CellEdits = ReturnType<typeof useCellEdits>;
