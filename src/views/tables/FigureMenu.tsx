import { useRef, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { ADJUSTMENTS, type Adjustment } from '../../core/infer/adjust.js';
import { type Choice, MOST_DECIMALS } from '../../core/table/figure-choice.js';
import { isChosen } from '../../core/view/figures-shown.js';
import type { TableView } from '../../core/view/types.js';
import { Button, InlineButton, Toggle } from '../../kit/kit.js';
import { Popover } from '../../kit/Popover.js';
import { ADJUSTMENT_NAMES } from '../reading/adjustment-names.js';
import { moved, toggled, withDecimals } from './figure-edits.js';
import { choicesFor, FIGURE_GROUPS, FIGURE_WORDS, usualDecimals } from './figure-words.js';
import type { FigureScope } from './figure-scope.js';
import css from './figures.module.css';

const ADJUSTED: Record<Adjustment, string> = {
  holm: 'Holds the chance of any false letter; never weaker than Bonferroni.',
  bonferroni: 'Every p times the number of comparisons: the most careful.',
  'benjamini-hochberg': 'Holds the share of false letters among those shown: the most generous.',
};

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The whole table first. */
  scopes: readonly FigureScope[];
  /** The tables on the screen: what they have is offered. */
  views: readonly TableView[];
  /** Figures are the columns of a frequency table, and not lines in a cell. */
  columns?: boolean;
}

/** How p is adjusted behind the letters. */
function AdjustedBy({ shown, setShown }: Pick<Props, 'shown' | 'setShown'>) {
  const { adjustment = 'holm' } = shown;
  return (
    <select
      aria-label="How the comparisons are adjusted"
      title={ADJUSTED[adjustment]}
      value={adjustment}
      onChange={({ target }) => setShown({ ...shown, adjustment: target.value as Adjustment })}
    >
      {ADJUSTMENTS.map((id) => (
        <option key={id} value={id}>
          {ADJUSTMENT_NAMES[id]}
        </option>
      ))}
    </select>
  );
}

interface LineProps extends Pick<Props, 'shown' | 'setShown'> {
  /** How many decimals a figure has where nobody chose them; null where it has none to choose. */
  usual: (choice: Choice) => number | null;
  scope: FigureScope;
  at: number;
  /** The table has it. */
  there: boolean;
}

/** One of the figures that were chosen: where it stands, and how it is written. */
function ChosenLine({ scope: { choices, choose }, at, there, usual, shown, setShown }: LineProps) {
  const { figure, decimals } = choices[at]!;
  const { name, about } = FIGURE_WORDS[figure];
  const own = usual(figure);
  const written = decimals ?? own ?? 0;
  const write = (to: number) => choose(withDecimals(choices, figure, to, own ?? 0));
  return (
    <li>
      <Button aria-label={`${name} up`} disabled={at === 0} onClick={() => choose(moved(choices, at, at - 1))}>
        ↑
      </Button>
      <Button
        aria-label={`${name} down`}
        disabled={at === choices.length - 1}
        onClick={() => choose(moved(choices, at, at + 1))}
      >
        ↓
      </Button>
      <span className={css['name']} title={about}>
        {name}
        {!there && <small> not in this table</small>}
      </span>
      {figure === 'letters' && <AdjustedBy shown={shown} setShown={setShown} />}
      {there && own !== null && (
        <span className={css['decimals']}>
          <Button aria-label={`${name}: fewer decimals`} disabled={written === 0} onClick={() => write(written - 1)}>
            −
          </Button>
          <span aria-label={`${name}: decimals`}>{(0).toFixed(written)}</span>
          <Button
            aria-label={`${name}: more decimals`}
            disabled={written === MOST_DECIMALS}
            onClick={() => write(written + 1)}
          >
            +
          </Button>
        </span>
      )}
      <Button
        aria-label={`Without ${name}`}
        disabled={choices.length === 1}
        onClick={() => choose(toggled(choices, figure))}
      >
        ×
      </Button>
    </li>
  );
}

/** The figures of the cells: which, in which order, with how many decimals; for the whole table, or for one item. */
export function FigureMenu({ shown, setShown, scopes, views, columns = false }: Props) {
  const offered = choicesFor(views);
  const usual = (choice: Choice) => usualDecimals(views, choice);
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const holder = useRef<HTMLSpanElement>(null);
  const close = () => {
    setOpen(false);
    holder.current?.querySelector('button')?.focus();
  };
  const scope = scopes[at] ?? scopes[0]!;
  const { choices, choose } = scope;
  const rest = FIGURE_GROUPS.map(
    ([group, all]) => [group, all.filter((choice) => offered.includes(choice) && !isChosen(choices, choice))] as const,
  ).filter(([, left]) => left.length > 0);
  return (
    <span className={css['holder']} ref={holder}>
      <Button aria-expanded={open} aria-haspopup="dialog" onClick={() => setOpen(!open)}>
        Figures…
      </Button>
      {open && (
        <Popover close={close} role="dialog" aria-label="Figures" className={css['menu']}>
          {scopes.length > 1 && (
            <label className={css['scope']}>
              In the cells of
              <select value={at} onChange={({ target }) => setAt(Number(target.value))}>
                {scopes.map(({ name, own }, k) => (
                  <option key={k} value={k}>
                    {name}
                    {k > 0 && own ? ' (its own)' : ''}
                  </option>
                ))}
              </select>
            </label>
          )}
          <p className={css['ask']}>
            <span>{columns ? 'The columns, from the left' : 'In each cell, from the top'}</span>
            <span>decimals</span>
          </p>
          <ol className={css['chosen']}>
            {choices.map(({ figure }, k) => (
              <ChosenLine key={figure} {...{ scope, usual, shown, setShown }} at={k} there={offered.includes(figure)} />
            ))}
          </ol>
          {rest.map(([group, left]) => (
            <p key={group} className={css['more']} role="group" aria-label={`Add: ${group}`}>
              <span>{group}</span>
              <span>
                {left.map((choice) => (
                  <InlineButton
                    key={choice}
                    title={FIGURE_WORDS[choice].about}
                    onClick={() => choose(toggled(choices, choice))}
                  >
                    + {FIGURE_WORDS[choice].name}
                  </InlineButton>
                ))}
              </span>
            </p>
          ))}
          <p className={css['foot']}>
            <Toggle on={shown.signs === true} onClick={() => setShown({ ...shown, signs: !shown.signs || undefined })}>
              % signs
            </Toggle>
            {scope.own && <Button onClick={() => choose(null)}>{at === 0 ? 'As usual' : 'As the whole table'}</Button>}
            <Button onClick={close}>Close</Button>
          </p>
        </Popover>
      )}
    </span>
  );
}
