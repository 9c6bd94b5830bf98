import { byId, titleById } from '../../../../core/by-id.js';
import { useMemo, useRef } from 'react';
import type { StudyView } from '../../../../api/types.js';
import { Fault } from '../../../../core/fault.js';
import { nearestNames } from '../../../../core/recode/score/expression/nearest.js';
import {
  FUNCTIONS,
  namesOf,
  parseExpression,
  renamed,
  spelled,
} from '../../../../core/recode/score/expression/parse.js';
import type { Score, ScoreItem } from '../../../../core/recode/score/shape.js';
import { Button } from '../../../../kit/kit.js';
import { SourceSlot } from '../../editor/SourceSlot.js';
import { itemOf, suitsScore } from './items.js';
import css from '../../workings.module.css';

interface Props {
  view: StudyView;
  recipe: Score;
  change: (recipe: Score) => void;
  /** What the server refused. */
  problem: { detail: string; mend: string } | null;
}

interface Trouble {
  message: string;
  mend: string;
  /** The place, from 1. */
  column: number | undefined;
  /** An unknown name, and those that it could be. */
  unknown: string | null;
  near: string[];
}

/**
 * Arithmetic as it is typed: an error is shown at its place at once, and an unknown name with the nearest names.
 */
export function ExpressionField({ view, recipe, change, problem }: Props) {
  const field = useRef<HTMLTextAreaElement>(null);
  const names = useMemo(() => new Map(view.variables.map((variable) => [variable.name, variable])), [view]);
  const { expression, items } = recipe;
  const trouble = useMemo((): Trouble | null => {
    if (expression.trim() === '') return null;
    try {
      const aliases = new Set(items.map(({ as }) => as));
      for (const [name, at] of namesOf(parseExpression(expression))) {
        if (names.has(name) || aliases.has(name)) continue;
        return {
          message: `There is no variable ${name}.`,
          mend: '',
          column: at + 1,
          unknown: name,
          near: nearestNames(name, [...names.keys()]),
        };
      }
      return null;
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      return { message: error.message, mend: error.mend, column: error.place.column, unknown: null, near: [] };
    }
  }, [expression, items, names]);
  /** The recipe with an item for each name that it mentions. */
  const put = (text: string) => {
    let matching = items;
    try {
      matching = [...namesOf(parseExpression(text)).keys()].flatMap((name): ScoreItem[] => {
        const kept = items.find(({ as }) => as === name);
        const variable = names.get(name);
        return kept ? [kept] : variable ? [itemOf(variable)] : [];
      });
    } catch (error) {
      // What does not parse yet keeps the items that it had.
      if (!(error instanceof Fault)) throw error;
    }
    change({ ...recipe, expression: text, items: matching });
  };
  const insert = (text: string) => {
    const { current } = field;
    const [from, to] = [current?.selectionStart ?? expression.length, current?.selectionEnd ?? expression.length];
    put(expression.slice(0, from) + text + expression.slice(to));
    current?.focus();
  };
  return (
    <section className={css['section']}>
      <h2>
        Expression<small>names of variables, numbers, + − × ÷ ^, comparisons, and, or, not</small>
      </h2>
      <textarea
        ref={field}
        className={css['text']}
        aria-label="Expression"
        aria-invalid={trouble !== null}
        spellCheck={false}
        placeholder="mean(q1, q2) * 10"
        value={expression}
        onChange={(event) => put(event.target.value)}
      />
      {trouble && (
        <div className={css['warn']} role="status">
          {trouble.column !== undefined && (
            <pre className={css['where']} aria-hidden="true">
              {expression.split('\n').join(' ')}
              {'\n'}
              {' '.repeat(trouble.column - 1)}↑
            </pre>
          )}
          {trouble.message} {trouble.mend}
          {trouble.unknown !== null && trouble.near.length > 0 && (
            <>
              {' '}
              Did you mean{' '}
              {trouble.near.map((name) => (
                <Button
                  key={name}
                  onClick={() =>
                    put(renamed(expression, (identifier) => (identifier === trouble.unknown ? name : identifier)))
                  }
                >
                  {name}
                </Button>
              ))}
              ?
            </>
          )}
        </div>
      )}
      {!trouble && problem && <p className={css['warn']}>{problem.mend}</p>}
      <div className={css['row']}>
        <SourceSlot
          variables={view.variables.filter(suitsScore)}
          chosen={undefined}
          what="a variable to put in"
          plain
          choose={(id) => {
            const variable = byId(view.variables, id);
            if (variable) insert(spelled(variable.name));
          }}
        />
      </div>
      <p className={css['hint']}>
        {Object.entries(FUNCTIONS).map(([name, { says }], k) => (
          <span key={name}>
            {k > 0 && ' · '}
            <Button onClick={() => insert(`${name}()`)} title={says}>
              {name}
            </Button>
          </span>
        ))}
      </p>
      {items.length > 0 && (
        <p className={css['hint']}>
          Stands on {items.map(({ source }) => titleById(view.variables, source)).join(', ')}. Where an answer that is
          needed is missing, there is no value; mean(…), sum(…), min(…), max(…) and first(…) take those that are
          answered.
        </p>
      )}
    </section>
  );
}
