import { useEffect, useRef } from 'react';
import { whole } from '../../core/figures.js';
import { VERDICT_WORDS, VERDICTS } from '../../core/recode/theme/mark.js';
import { pathOf, standing } from '../../core/recode/theme/sheet.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import kit from '../../kit/kit.module.css';
import { type RowsHandle, VirtualRows } from '../../kit/VirtualRows.js';
import { type CodingState, readShown, sayShown, type Shown } from './coding-state.js';
import css from './coding.module.css';

interface Props {
  state: CodingState;
  /** The groups that are listed. */
  order: readonly number[];
  shown: Shown;
  search: string;
  recipe: ThemeRecipe;
  show: (shown: Shown, search: string) => void;
  choose: (group: number) => void;
}

/** Which answers are listed. */
function Which({ shown, recipe, choose }: Pick<Props, 'shown' | 'recipe'> & { choose: (shown: Shown) => void }) {
  return (
    <select
      className={kit['input']}
      aria-label="Which answers"
      value={sayShown(shown)}
      onChange={({ target }) => choose(readShown(target.value))}
    >
      <option value="all">all answers</option>
      <option value="left">not coded yet</option>
      {VERDICTS.filter((verdict) => verdict !== 'themes').map((verdict) => (
        <option key={verdict} value={verdict}>
          {VERDICT_WORDS[verdict]}
        </option>
      ))}
      <option value="quoted">quotations</option>
      {standing(recipe.themes).map((theme) => (
        <option key={theme.id} value={`theme ${theme.id}`}>
          {pathOf(recipe.themes, theme)}
        </option>
      ))}
    </select>
  );
}

/** The answers, alike ones together, those that are searched for or are not coded yet. */
export function AnswerList({ state, order, shown, search, recipe, show, choose }: Props) {
  const rows = useRef<RowsHandle>(null);
  const { answers, quotes, groups, said, at } = state;
  const row = order.indexOf(at);
  useEffect(() => {
    if (row >= 0) rows.current?.show(row);
  }, [row]);
  return (
    <div className={css['list']}>
      <div className={css['find']}>
        <input
          id="answer-search"
          className={kit['input']}
          type="search"
          aria-label="Search the answers"
          placeholder="Find in the answers"
          value={search}
          onChange={({ target }) => show(shown, target.value)}
        />
        <Which {...{ shown, recipe }} choose={(own) => show(own, search)} />
      </div>
      <VirtualRows
        label="Answers"
        tracks="20px minmax(0, 1fr) auto"
        heading={[
          <span key="mark" className="sr-only">
            coded
          </span>,
          `${whole(order.length)} listed`,
          'n',
        ]}
        count={order.length}
        height={30}
        handle={rows}
        empty="No answer is like that."
        row={(index) => {
          const group = order[index]!;
          const places = groups[group] ?? [];
          const first = places[0] ?? -1;
          const isLeft = places.some((place) => said[place] === null);
          const own = isLeft ? null : (said[first] ?? null);
          const respondents = places.reduce((sum, place) => sum + (answers[place]?.respondents ?? 0), 0);
          return {
            key: group,
            name: String(group),
            selected: group === at,
            cells: [
              <span key="mark" title={own === null ? 'not coded yet' : VERDICT_WORDS[own.verdict]}>
                <span aria-hidden="true">{own === null ? '○' : own.verdict === 'themes' ? '●' : '–'}</span>
                <span className="sr-only">{own === null ? 'not coded yet' : VERDICT_WORDS[own.verdict]}</span>
              </span>,
              <button key="text" type="button" tabIndex={-1} className={css['pick']} onClick={() => choose(group)}>
                {places.some((place) => (quotes[place] ?? null) !== null) && (
                  <span title="a quotation" aria-label="quoted:">
                    ❝{' '}
                  </span>
                )}
                {answers[first]?.text}
              </button>,
              respondents === 1 ? '' : whole(respondents),
            ],
          };
        }}
      />
    </div>
  );
}
