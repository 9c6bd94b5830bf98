import type { Assessment } from '../assess/types.js';
import type { Table } from '../table/table.js';
import { association } from './cross/association.js';
import { readOf, whyUntested } from './cross/context.js';
import type { ReadOptions } from './options.js';
import { say } from './cross/say.js';
import { strength } from './cross/strength.js';
import { trust } from './cross/trust.js';
import { carriers, where } from './cross/where.js';
import { answer, type Answer, QUESTIONS } from './types.js';

/** The five answers for a cross table whose categories do not overlap. */
export function readCross(table: Table, result: Assessment, confidence: number, options: ReadOptions = {}): Answer[] {
  const read = readOf(table, result, confidence, options);
  if (!result.cells) {
    const reason = result.absent[0]?.reason ?? 'There is nothing to compare.';
    return [answer('association', QUESTIONS.association, { verdict: 'Nothing to test.', notes: [reason] })];
  }
  const why = whyUntested(read);
  if (why !== null) {
    const untested = answer('association', QUESTIONS.association, { verdict: 'Not tested.', notes: [why] });
    return [untested, strength(read), trust(read)];
  }
  const cells = carriers(read);
  return [association(read), strength(read), where(read, cells), trust(read), say(read, cells)];
}
