import { byId } from '../core/by-id.js';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { keyOf } from '../core/recode/same.js';
import { plural } from '../core/words.js';
import { marksOf } from '../store/marks.js';
import type { Db } from '../store/open.js';
import type { VariableRow } from '../store/variables.js';
import { allWorkings, type WorkingRow } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { record } from './ledger.js';
import { madeBy } from './made-by.js';
import { change } from './open-study.js';
import { goOver } from './stand-in.js';
import { takeOut, usersInWords } from './take-out.js';

export interface OtherUsed {
  /** What was done, in words. */
  words: string;
  /** Workings and tables that stay on the one, as codes that they name mean something else in the other. */
  stays: string[];
}

/** A working with the variable that it makes. */
interface Made {
  working: WorkingRow;
  variable: VariableRow;
}

function made(db: Db, id: number, field: string): Made {
  const variable = madeBy(db, id, field);
  const working = byId(allWorkings(db), id);
  if (!working) throw new Error(`working ${id} is gone, and what it makes is not`);
  return { working, variable };
}

/** @throws Fault where one cannot be used for the other without something being lost */
function checkSame(db: Db, one: Made, other: Made): void {
  const titles = [titleOf(one.variable), titleOf(other.variable)] as const;
  const refuse = (message: string, mend: string) =>
    new Fault('conflict', message, mend, { field: 'other', variable: other.variable.name });
  if (one.working.id === other.working.id || keyOf(one.working.recipe) !== keyOf(other.working.recipe))
    throw refuse(`${titles[0]} and ${titles[1]} do not do the same.`, 'Choose one that it is said to do the same as.');
  if ([one, other].some(({ working }) => marksOf(db, working.id).length > 0))
    throw refuse(
      `Answers were coded by hand for ${titles[0]} or ${titles[1]}, so they may differ.`,
      'Keep both, or code the answers in one of them.',
    );
  if (one.working.standsIn)
    throw refuse(`${titles[0]} stands in for its source.`, 'Let it stand beside its source first.');
}

/**
 * Has everything that stands on a working's result stand on the result of another that does the same, and takes the one
 * out. Where codes that a table or a working names mean something else in the other, these stay, and so does the one.
 * @throws Fault where they do not do the same
 */
export function useOther(service: Service, study: OpenStudy, id: number, otherId: number): Promise<OtherUsed> {
  return change(service, study, async () => {
    const { db } = study;
    const one = made(db, id, 'working');
    const other = made(db, otherId, 'other');
    checkSame(db, one, other);
    const words = `Used ${titleOf(other.variable)} in the place of ${titleOf(one.variable)}`;
    const stays = await record(service, study, 'working', words, () => {
      goOver(db, one.variable, other.variable, [one.working.id, other.working.id]);
      const left = usersInWords(db, one.variable.id);
      if (left.length === 0) takeOut(db, one.working.id, one.variable);
      return left;
    });
    return { words: stays.length === 0 ? words : `${words}, but for ${plural(stays.length, 'thing')}`, stays };
  });
}
