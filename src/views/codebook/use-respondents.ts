import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import type { Respondents, RespondentsWanted, RosterVariable } from '../../api/types.js';
import { parseNumber } from '../../core/codebook/number.js';
import { client, problemText } from '../client.js';

type Condition = NonNullable<RespondentsWanted['only']>[number];
export type Given = Respondents['rows'][number]['cells'][number];

/** Respondents and variables that are fetched together. */
const ROWS = 100;
const COLUMNS = 20;
/** Blocks that are kept; those used longest ago go first. */
const MOST_BLOCKS = 300;

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

interface Block {
  rows: Respondents['rows'] | null;
}

/** The respondents inside a condition, fetched block by block as they come into sight. */
export function useRespondents(
  study: string,
  variables: readonly RosterVariable[],
  condition: Condition | null,
  revision: number,
) {
  const [total, setTotal] = useState<number | null>(null);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const [, come] = useReducer((times: number) => times + 1, 0);
  const blocks = useRef(new Map<string, Block>());
  const generation = useRef(0);
  const asked = JSON.stringify([condition, revision]);
  const columns = JSON.stringify(variables.map(({ id }) => id));
  const fetchBlock = useCallback(
    (row: number, column: number) => {
      const key = `${row} ${column}`;
      const known = blocks.current.get(key);
      if (known) {
        blocks.current.delete(key);
        blocks.current.set(key, known);
        return;
      }
      const block: Block = { rows: null };
      blocks.current.set(key, block);
      for (const oldest of blocks.current.keys()) {
        if (blocks.current.size <= MOST_BLOCKS) break;
        blocks.current.delete(oldest);
      }
      const now = generation.current;
      const ids = (JSON.parse(columns) as number[]).slice(column * COLUMNS, (column + 1) * COLUMNS);
      const [only] = JSON.parse(asked) as [Condition | null];
      if (ids.length === 0) return;
      const wanted = { variables: ids, only: only ? [only] : [], from: row * ROWS, count: ROWS };
      client.respondents(study, wanted).then(
        (found) => {
          if (now !== generation.current) return;
          block.rows = found.rows;
          setTotal(found.total);
          setProblem(null);
          come();
        },
        (error: unknown) => {
          blocks.current.delete(key);
          if (now === generation.current) setProblem(problemText(error));
        },
      );
    },
    [study, asked, columns],
  );
  useEffect(() => {
    generation.current++;
    blocks.current.clear();
    fetchBlock(0, 0);
  }, [fetchBlock]);
  /** Has a piece of the table fetched. */
  const need = useCallback(
    (top: number, bottom: number, left: number, right: number) => {
      for (let row = Math.floor(top / ROWS); row <= Math.floor(bottom / ROWS); row++)
        for (let column = Math.floor(left / COLUMNS); column <= Math.floor(right / COLUMNS); column++)
          fetchBlock(row, column);
    },
    [fetchBlock],
  );
  /** A respondent's place in the file; and what they gave to a variable, undefined until it has come. */
  const rowAt = (row: number) => {
    const at = Math.floor(row / ROWS);
    const inBlock = (column: number) =>
      blocks.current.get(`${at} ${Math.floor(column / COLUMNS)}`)?.rows?.[row - at * ROWS];
    return {
      respondent: (first: number) => inBlock(first)?.respondent,
      cell: (column: number): Given | undefined => inBlock(column)?.cells[column % COLUMNS],
    };
  };
  return { total, problem, need, rowAt };
}
