import { useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { type CodeOrderKind, CODE_ORDERS, moveCode } from '../../core/codebook/code-order.js';
import {
  type Code,
  isAnswer,
  MISSING_REASONS,
  MISSING_WORDS,
  type MissingReason,
  titleOf,
} from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button } from '../../kit/kit.js';
import css from './codebook.module.css';

const reasonFrom = (text: string): MissingReason | null => MISSING_REASONS.find((reason) => reason === text) ?? null;

interface ReasonProps {
  label: string;
  value: MissingReason | null;
  choose: (reason: MissingReason | null) => void;
  /** Where it cannot be an answer, this is not to be chosen. */
  never?: boolean;
}

/** Why a code is no answer, or that it is one. */
export function ReasonSelect({ label, value, choose, never = false }: ReasonProps) {
  return (
    <select aria-label={label} value={value ?? 'answer'} onChange={(event) => choose(reasonFrom(event.target.value))}>
      {!never && <option value="answer">an answer</option>}
      {MISSING_REASONS.map((reason) => (
        <option key={reason} value={reason}>
          {MISSING_WORDS[reason]}
        </option>
      ))}
    </select>
  );
}

const ORDER_WORDS: Record<CodeOrderKind, string> = {
  value: 'by value',
  frequency: 'by frequency',
  reversed: 'reversed',
  average: 'by the average of…',
};

interface OrderProps {
  /** Kinds that can be asked for here. */
  kinds?: readonly CodeOrderKind[] | undefined;
  /** Variables with an average. */
  numbers: readonly RosterVariable[];
  order: (by: CodeOrderKind, of?: number) => void;
}

/** Puts the codes in another order; by hand they are moved one by one. */
export function OrderSelect({ kinds = CODE_ORDERS, numbers, order }: OrderProps) {
  const [average, setAverage] = useState(false);
  return (
    <span className={css['order']}>
      <select
        aria-label="Order the codes"
        value={average ? 'average' : ''}
        onChange={(event) => {
          const by = kinds.find((kind) => kind === event.target.value);
          setAverage(by === 'average');
          if (by && by !== 'average') order(by);
        }}
      >
        <option value="">Order the codes…</option>
        {kinds.map((kind) => (
          <option key={kind} value={kind}>
            {ORDER_WORDS[kind]}
          </option>
        ))}
      </select>
      {average && (
        <select
          aria-label="Average of"
          defaultValue=""
          onChange={(event) => {
            if (event.target.value !== '') order('average', Number(event.target.value));
          }}
        >
          <option value="">which variable?</option>
          {numbers.map((number) => (
            <option key={number.id} value={number.id}>
              {titleOf(number)}
            </option>
          ))}
        </select>
      )}
    </span>
  );
}

/** How a code is named to who does not see it. */
const namedCode = ({ code, label }: Code) => (label === code ? code : `${code} ${label}`);

interface CellsProps {
  code: Code;
  at: number;
  open: boolean;
  fixed: boolean;
  change: (next: Partial<Code>) => void;
}

/** A code, its label, and whether it is an answer. */
function CodeCells({ code, at, open, fixed, change }: CellsProps) {
  const named = namedCode(code);
  return (
    <>
      <td>
        {open ? (
          <input
            aria-label={`Code ${at + 1}`}
            value={code.code}
            onChange={(event) => change({ code: event.target.value })}
          />
        ) : (
          code.code
        )}
      </td>
      <td>
        {fixed ? (
          code.label
        ) : (
          <input
            aria-label={`Label of ${code.code}`}
            value={code.label}
            title={code.label}
            onChange={(event) => change({ label: event.target.value })}
          />
        )}
      </td>
      <td>
        {fixed ? (
          code.missing === null ? (
            'an answer'
          ) : (
            MISSING_WORDS[code.missing]
          )
        ) : (
          <ReasonSelect label={`${named} is`} value={code.missing} choose={(missing) => change({ missing })} />
        )}
      </td>
    </>
  );
}

interface OrderCellProps {
  codes: readonly Code[];
  at: number;
  open: boolean;
  put: (codes: Code[]) => void;
  /** The code that is dragged; null: none any more. */
  drag: (code: string | null) => void;
}

/** Moves a code up or down, takes it out, or has it dragged. */
function OrderCell({ codes, at, open, put, drag }: OrderCellProps) {
  const code = codes[at]!;
  const named = namedCode(code);
  return (
    <td className={css['place']}>
      <button
        type="button"
        aria-label={`Move ${named} up`}
        disabled={at === 0}
        onClick={() => put(moveCode(codes, at, at - 1))}
      >
        ↑
      </button>
      <button
        type="button"
        aria-label={`Move ${named} down`}
        disabled={at === codes.length - 1}
        onClick={() => put(moveCode(codes, at, at + 1))}
      >
        ↓
      </button>
      {open ? (
        <button type="button" aria-label={`Take ${named} out`} onClick={() => put(codes.filter((_, k) => k !== at))}>
          ×
        </button>
      ) : (
        <span
          className={css['grip']}
          draggable
          onDragStart={() => drag(code.code)}
          onDragEnd={() => drag(null)}
          title="Drag to another place"
          aria-hidden="true"
        >
          ⠿
        </span>
      )}
    </td>
  );
}

interface Props {
  codes: readonly Code[];
  put: (codes: Code[]) => void;
  /** Those of the codes that are shown; absent: all. */
  shown?: readonly Code[];
  respondents?: ReadonlyMap<string, number> | undefined;
  /** Codes themselves can be changed, added and taken out, as in a list that is made. */
  open?: boolean;
  fixed?: boolean;
  movable?: boolean;
}

/** Codes with their labels, which are answers, in the order of display. Alt with an arrow moves one. */
export function CodesEditor({
  codes,
  put,
  shown = codes,
  respondents,
  open = false,
  fixed = false,
  movable = true,
}: Props) {
  const [dragged, setDragged] = useState<string | null>(null);
  const change = (at: number, next: Partial<Code>) =>
    put(codes.map((code, k) => (k === at ? { ...code, ...next } : code)));
  const moves = movable && !fixed && shown.length === codes.length;
  return (
    <table className={css['codes']} data-open={open || undefined} data-editor>
      <caption className="sr-only">Codes</caption>
      <thead>
        <tr>
          <th scope="col">Code</th>
          <th scope="col">Label</th>
          <th scope="col">Is</th>
          {respondents && (
            <th scope="col" className={css['count']}>
              n
            </th>
          )}
          {moves && (
            <th scope="col" className={css['place']}>
              <span className="sr-only">Place</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {shown.map((code) => {
          const at = codes.indexOf(code);
          return (
            <tr
              key={open ? at : code.code}
              data-missing={!isAnswer(code)}
              data-dragged={dragged === code.code || undefined}
              onKeyDown={(event) => {
                if (!moves || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
                event.preventDefault();
                put(moveCode(codes, at, event.key === 'ArrowUp' ? at - 1 : at + 1));
              }}
              onDragOver={(event) => {
                if (dragged === null) return;
                event.preventDefault();
                const from = codes.findIndex((other) => other.code === dragged);
                if (from >= 0 && from !== at) put(moveCode(codes, from, at));
              }}
              onDrop={() => setDragged(null)}
            >
              <CodeCells code={code} at={at} open={open} fixed={fixed} change={(next) => change(at, next)} />
              {respondents && <td className={css['count']}>{whole(respondents.get(code.code) ?? 0)}</td>}
              {moves && <OrderCell {...{ codes, at, open, put }} drag={setDragged} />}
            </tr>
          );
        })}
      </tbody>
      {open && (
        <tfoot>
          <tr>
            <td colSpan={4}>
              <Button onClick={() => put([...codes, { code: nextCode(codes), label: '', missing: null }])}>
                Add a code
              </Button>
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}

/** The next whole number that no code has. */
function nextCode(codes: readonly Code[]): string {
  const numbers = codes
    .filter(isAnswer)
    .map(({ code }) => Number(code))
    .filter(Number.isInteger);
  let next = Math.max(0, ...numbers) + 1;
  while (codes.some(({ code }) => code === String(next))) next++;
  return String(next);
}
