import type { StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { NUMBER } from '../../core/count/number-column.js';
import { and } from '../../core/words.js';
import type { NestView } from '../../core/view/types.js';
import { makeAddress } from '../workings/workings-address.js';
import css from './table.module.css';

/** From so many different values on a number across is hardly meant. */
const MANY = 13;

interface Props {
  view: StudyView;
  /** What stands across, in the block that is read. */
  nest: NestView | undefined;
  /** The variables of it. */
  by: readonly number[];
}

interface Across {
  variable: StudyView['variables'][number];
  values: number;
  /** It has too many values for a column each, and all who have one are in one. */
  ungrouped: boolean;
}

/** What a number does across, in words. */
function sayAcross(numbers: readonly Across[]): string {
  const ungrouped = numbers.find((number) => number.ungrouped);
  if (ungrouped)
    return (
      `${titleOf(ungrouped.variable)} has too many different numbers for a column each, so the two are drawn. For a ` +
      'table by it, make groups of it:'
    );
  const said = numbers.map(({ variable, values }) => `each of the ${whole(values)} values of ${titleOf(variable)}`);
  return `Across stands ${and(said)}. Put a number into the rows to have it described, or make groups of it:`;
}

/** Says where a number stands across value by value, or has too many values for that, and what to do about it. */
export function NumberAcross({ view, nest, by }: Props) {
  const numbers = by.flatMap((id): Across[] => {
    const variable = byId(view.variables, id);
    if (variable?.level !== 'number') return [];
    const codes = (nest?.leaves ?? []).flatMap(({ path }) => byVariable(path, id));
    const [values, ungrouped] = [new Set(codes).size, codes.includes(NUMBER)];
    return values >= MANY || ungrouped ? [{ variable, values, ungrouped }] : [];
  });
  if (numbers.length === 0) return null;
  return (
    <p className={css['standings']} role="note">
      <span>{sayAcross(numbers)}</span>
      {numbers.map(({ variable }) => (
        <a key={variable.id} href={makeAddress(view.study.id, 'band', variable.name)}>
          Cut {titleOf(variable)} into bands
        </a>
      ))}
    </p>
  );
}

const byVariable = (path: NestView['leaves'][number]['path'], id: number) =>
  path.flatMap(({ variable, code }) => (variable === id ? [code] : []));
