import type { Shown } from '../../api/types.js';
import { choicesOf, isChosen, mainPercentage } from '../../core/view/figures-shown.js';
import type { TableView } from '../../core/view/types.js';
import { Toggle } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import { hasLetters, toggled, withPercentage } from './figure-edits.js';
import { FigureMenu } from './FigureMenu.js';
import { type FigureScope, wholeTable } from './figure-scope.js';
import { FIGURE_WORDS } from './figure-words.js';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The tables on the screen. */
  views: readonly TableView[];
  /** Residuals exist, so cells can be hatched. */
  tested: boolean;
  /** Columns can be compared two by two. */
  compared: boolean;
  multiple: boolean;
  /** The items of the rows, each of which can show figures of its own. */
  items?: readonly FigureScope[];
}

/** What the cells of a cross table show: the most used in sight, all others one step behind. */
export function CellChoices({ shown, setShown, views, tested, compared, multiple, items = [] }: Props) {
  const all = views.flatMap((view) => view.items);
  const isOfNumbers = all.every(({ number }) => number);
  const choices = choicesOf(shown, { number: isOfNumbers });
  const whole = wholeTable(choices, shown, setShown);
  const { choose } = whole;
  const lettersShown = hasLetters(choices);
  const percentage = mainPercentage(choices);
  const isBattery = views.some(({ frequencies }) => frequencies !== undefined);
  const isOther = percentage === 'total-percent' || percentage === 'mentions-percent';
  return (
    <>
      {!isOfNumbers && !isBattery && (
        <Segmented
          label="Percentages"
          value={percentage ?? 'none'}
          of={[
            ['column-percent', multiple ? 'respondents %' : 'column %'],
            ['row-percent', 'row %'],
            ...(isOther ? [[percentage, FIGURE_WORDS[percentage].name] as const] : []),
          ]}
          choose={(chosen) => chosen !== 'none' && choose(withPercentage(choices, chosen))}
        />
      )}
      {!isOfNumbers && (
        <Toggle on={isChosen(choices, 'count')} onClick={() => choose(toggled(choices, 'count'))}>
          n
        </Toggle>
      )}
      {compared && (
        <Toggle
          on={lettersShown}
          title={
            isOfNumbers
              ? 'Means compared two by two: a letter names a column whose mean is lower by more than chance'
              : 'Columns compared two by two in each row: a letter names a column whose share is lower by more than ' +
                'chance' +
                (percentage === 'column-percent' ? '' : '. Letters compare column %, so the figures switch to them')
          }
          onClick={() => choose(toggled(choices, 'letters'))}
        >
          letters
        </Toggle>
      )}
      {tested && (
        <Toggle
          on={shown.hatch}
          title="Cells with more or fewer than independence gives are hatched"
          onClick={() => setShown({ ...shown, hatch: !shown.hatch })}
        >
          hatch
        </Toggle>
      )}
      <FigureMenu {...{ shown, setShown, views }} scopes={[whole, ...items]} />
    </>
  );
}
