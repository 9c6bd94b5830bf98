import type { StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
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

/** Says where a number stands across value by value, and what to do about it. */
export function NumberAcross({ view, nest, by }: Props) {
  const numbers = by.flatMap((id) => {
    const variable = byId(view.variables, id);
    if (variable?.level !== 'number') return [];
    const codes = (nest?.leaves ?? []).flatMap(({ path }) => byVariable(path, id));
    const values = new Set(codes).size;
    return values >= MANY ? [{ variable, values }] : [];
  });
  if (numbers.length === 0) return null;
  const said = numbers.map(({ variable, values }) => `each of the ${whole(values)} values of ${titleOf(variable)}`);
  return (
    <p className={css['standings']} role="note">
      <span>Across stands {and(said)}. Put a number into the rows to have it described, or make groups of it:</span>
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
