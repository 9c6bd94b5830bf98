import { exactTests, withExact } from '../assess/assess-exact.js';
import type { Assessment } from '../assess/types.js';
import { EXACT_EFFORT, needsExact } from '../reading/exact-needed.js';
import type { ReadOptions } from '../reading/options.js';
import { type GroupingCheck, withOwnGrouping } from '../reading/own-grouping.js';
import { assessmentOfTable, read, requestOf } from '../reading/read.js';
import { readSplit } from '../reading/read-within.js';
import { readPairs } from '../reading/numbers/read-pairs.js';
import type { SizeWords } from '../reading/size-words.js';
import { assessSplit } from '../reading/split/assess-split.js';
import type { Answer } from '../reading/types.js';
import type { Pairs } from '../spread/types.js';
import type { BlockTables } from '../table/block-tables.js';
import { isDrawnAsPairs } from '../table/picture-kinds.js';
import { predictedIn, sidesOf } from '../table/predicted.js';
import type { Shown } from '../table/shown-shape.js';
import { type StrataAsked, strataRead } from '../table/strata-read.js';
import type { Table } from '../table/table.js';
import { CONFIDENCE } from '../view/block-view.js';
import { choicesOf, percentOf } from '../view/figures-shown.js';

/** What a block is read by, beside its table. */
export interface ReadBy {
  shown: Shown;
  sizes: SizeWords | undefined;
  /** Checks of axes that were regrouped. */
  own?: readonly GroupingCheck[];
  /** Of two numbers: each respondent with both, where that is known. */
  pairs?: Pairs | null;
}

/** A table with what was found of it. */
interface BlockReading {
  table: Table;
  assessment: Assessment | null;
  answers: Answer[];
}

const proportionsOf = ({ rows, columns }: Table, shares: Shown['shares']) =>
  columns || !shares ? undefined : rows.categories.map(({ code }) => shares[code] ?? 0);

function readTable(table: Table, options: ReadOptions, { shown, own = [] }: ReadBy): BlockReading {
  const { confidence = CONFIDENCE, adjustment, shares } = shown;
  const plain = assessmentOfTable(table, confidence, adjustment);
  const request = plain && needsExact(plain) ? requestOf(table, confidence) : null;
  const exact = request ? exactTests(request, EXACT_EFFORT) : {};
  const assessment = plain && withExact(withOwnGrouping(plain, own), exact);
  const answers = read(table, assessment, confidence, { ...options, proportions: proportionsOf(table, shares) });
  return { table, assessment, answers };
}

/**
 * Reads a block as it is read on the screen: with exact tests where chi-square is doubtful, and with the checks of its
 * own groupings; of two numbers that have too many columns for groups, respondent by respondent.
 * @param of which of the strata that it is within; where it is not said, all of them beside each other
 * @returns null where there is no such stratum
 */
export function blockReading(block: BlockTables, of: StrataAsked, by: ReadBy): BlockReading | null {
  const { shown, sizes } = by;
  const { confidence = CONFIDENCE, adjustment, predicted } = shown;
  const options: ReadOptions = {
    predicted: predictedIn(predicted, sidesOf(block.block)),
    percent: percentOf(choicesOf(shown, block.block.row)),
    sizes,
  };
  const { split, table } = block;
  const { pairs } = by;
  if (pairs && isDrawnAsPairs(table)) return { table, assessment: null, answers: readPairs(pairs, confidence, sizes) };
  if (!split) return readTable(table, options, by);
  const own = strataRead(split, of);
  if (own) return readTable(own.table, options, by);
  if (of.stratum !== undefined) return null;
  const assessment = assessSplit(split, confidence, (own) => assessmentOfTable(own, confidence, adjustment));
  return {
    table: split.all,
    assessment: assessment.all,
    answers: readSplit(split, assessment, confidence, options),
  };
}
