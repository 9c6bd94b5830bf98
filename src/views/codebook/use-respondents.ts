import { useQueries } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { Respondents, RespondentsWanted, RosterVariable } from '../../api/types.js';
import { parseNumber } from '../../core/codebook/number.js';
import { ask } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { fetched, keptUnder } from '../server/stale.js';

type Condition = NonNullable<RespondentsWanted['only']>[number];
export type Given = Respondents['rows'][number]['cells'][number];

/** Respondents and variables that are fetched together. */
const ROWS = 100;
const COLUMNS = 20;
/** So long a block is kept that is out of sight. */
const KEPT_MS = 60_000;

const RESPONDENTS = 'POST /studies/{study}/respondents';

/** A value typed or chosen, as a condition; null: everybody. */
export function conditionFor(by: RosterVariable | null, value: string): Condition | null {
  const text = value.trim();
  if (!by || text === '') return null;
  if (by.level === 'number') {
    const [, from, to] = /^(\S+?)\s*(?:to|–|\.\.)\s*(\S+)$/.exec(text) ?? [];
    const low = parseNumber(from ?? text);
    const high = parseNumber(to ?? text);
    if (low !== null && high !== null) return { variable: by.id, is: 'between', from: low, to: high };
  }
  return { variable: by.id, is: 'any-of', codes: [text] };
}

/** The rows and columns in sight, first and last of each. */
interface Sight {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

/** Which blocks of respondents by variables lie in sight. */
function blocksIn({ top, bottom, left, right }: Sight): { row: number; column: number }[] {
  const upTo = (from: number, to: number, size: number) => {
    const first = Math.floor(from / size);
    return Array.from({ length: Math.floor(to / size) - first + 1 }, (_, k) => first + k);
  };
  return upTo(top, bottom, ROWS).flatMap((row) => upTo(left, right, COLUMNS).map((column) => ({ row, column })));
}

const START: Sight = { top: 0, bottom: 0, left: 0, right: 0 };

/** The respondents inside a condition, fetched block by block as they come into sight. */
export function useRespondents(study: string, variables: readonly RosterVariable[], condition: Condition | null) {
  const [sight, setSight] = useState(START);
  const blocks = blocksIn(sight).filter(({ column }) => column * COLUMNS < Math.max(1, variables.length));
  const answers = useQueries(
    {
      queries: blocks.map(({ row, column }) => {
        const ids = variables.slice(column * COLUMNS, (column + 1) * COLUMNS).map(({ id }) => id);
        const body = { variables: ids, only: condition ? [condition] : [], from: row * ROWS, count: ROWS };
        return {
          queryKey: keptUnder(RESPONDENTS, { study, body }),
          queryFn: ({ signal }: { signal: AbortSignal }) => ask(RESPONDENTS, { study, body }, signal),
          enabled: ids.length > 0,
          // What went out of sight is let go of after a while: scrolling through a million keeps no million.
          gcTime: KEPT_MS,
        };
      }),
    },
    fetched,
  );
  const rowsOf = new Map(blocks.map(({ row, column }, k) => [`${row} ${column}`, answers[k]?.data?.rows]));
  const totalNow = answers.find(({ data }) => data)?.data?.total ?? null;
  const error = answers.find((answer) => answer.error)?.error;
  // Where the blocks in sight are all new, how many there are is as it was.
  const [total, setTotal] = useState<number | null>(null);
  if (totalNow !== null && totalNow !== total) setTotal(totalNow);
  /** Has a piece of the table fetched. */
  const need = useCallback((top: number, bottom: number, left: number, right: number) => {
    setSight((old) => {
      const next = { top, bottom, left, right };
      return JSON.stringify(old) === JSON.stringify(next) ? old : next;
    });
  }, []);
  /** A respondent's place in the file; and what they gave to a variable, undefined until it has come. */
  const rowAt = (row: number) => {
    const at = Math.floor(row / ROWS);
    const inBlock = (column: number) => rowsOf.get(`${at} ${Math.floor(column / COLUMNS)}`)?.[row - at * ROWS];
    return {
      respondent: (first: number) => inBlock(first)?.respondent,
      cell: (column: number): Given | undefined => inBlock(column)?.cells[column % COLUMNS],
    };
  };
  return { total, problem: error ? problemText(error) : null, need, rowAt };
}
