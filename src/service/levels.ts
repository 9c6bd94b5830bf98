import { levelsFor } from '../core/codebook/levels.js';
import type { Level } from '../core/codebook/types.js';
import { parseNumber } from '../core/codebook/number.js';
import { Fault } from '../core/fault.js';
import { columnCodes, columnRow, isCoded } from '../store/columns.js';
import type { Db } from '../store/open.js';

/** Refuses a level that a column cannot have. @throws Fault */
export function checkLevel(db: Db, columnId: number, level: Level, title: string): void {
  const { storage } = columnRow(db, columnId);
  const place = { variable: title, field: 'level' };
  if (!levelsFor(storage).includes(level)) {
    if (level === 'number') {
      throw new Fault(
        'unsupported',
        `${title} is text.`,
        'Make a number of it with a working: “Read as a number”.',
        place,
      );
    }
    throw new Fault(
      'unsupported',
      `${title} has too many different values to be categories.`,
      'Keep it as it is.',
      place,
    );
  }
  if (
    level === 'number' &&
    isCoded(storage) &&
    !columnCodes(db, columnId).some(({ code }) => parseNumber(code) !== null)
  ) {
    throw new Fault('unsupported', `${title} holds no numbers.`, 'Keep it as categories or text.', place);
  }
}
