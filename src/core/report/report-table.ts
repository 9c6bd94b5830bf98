import { byId } from '../by-id.js';
import { titleOf, type Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import { groupingChecks, type RegroupedAxis } from '../reading/own-grouping.js';
import { type SaidReading, saidReading } from '../reading/said-reading.js';
import type { SizeWords } from '../reading/size-words.js';
import type { Answer } from '../reading/types.js';
import { findMeasure } from '../statistic/registry.js';
import { type BlockTables, blockTables } from '../table/block-tables.js';
import { type BlockSpread, drawnSpreads } from '../spread/drawn-spreads.js';
import type { DrawnSpreads } from '../spread/types.js';
import type { PictureKind } from '../table/picture-kinds.js';
import { plural } from '../words.js';
import { type Disclosed, disclosedBy } from '../disclosure/disclosed.js';
import { type Protection, sayWithheld } from '../disclosure/protection-shape.js';
import { isWithheld } from '../disclosure/with-protection.js';
import { displayOf } from '../table/display.js';
import { captionOf, sayOnly } from '../table/say-sentence.js';
import type { Sentence } from '../table/sentence.js';
import type { KeptReading, Shown } from '../table/shown-shape.js';
import { titleRead } from '../table/strata-read.js';
import type { Table } from '../table/table.js';
import { blockAnswer, type TableAnswer } from '../view/as-answer.js';
import { asOnScreen } from '../view/as-on-screen.js';
import { sayBase } from '../view/base-line.js';
import { CONFIDENCE } from '../view/block-view.js';
import { figureValuesBy } from '../view/figure-values.js';
import { isHatched } from '../view/is-hatched.js';
import { laidOut } from '../view/laid-out.js';
import type { BlockView, TableView } from '../view/types.js';
import { viewOfSentence } from '../view/view-of-sentence.js';
import { cellExtras, type WholeView } from '../view/whole-view.js';
import { leastCompared } from '../view/with-bases.js';
import { blockReading, type ReadBy } from './block-reading.js';
import { type DrawnBlock, drawnBlocks } from './drawn-blocks.js';
import { usedIn } from './methods-note.js';
import type { Frozen, FrozenMark } from './frozen-shape.js';
import type { ReportPicture, ReportTable } from './report.js';

/** A table that was counted, with what else its readings need to be counted. */
export interface CountedTable {
  sentence: Sentence;
  shown: Shown;
  /** Of each block. */
  counts: readonly CountArray[];
  /** Of each block whose reading is kept and whose axes were regrouped: the counts of the sources. */
  groupings: readonly { item: number; nest: number; axis: RegroupedAxis; counts: CountArray }[];
  /** How numbers lie, of blocks whose picture or kept reading stands on it. */
  spreads?: readonly BlockSpread[];
  /** Of a table that was frozen: when, and the codebook and the words for size of then. */
  frozen?: (Pick<FrozenMark, 'at' | 'entry'> & Pick<Frozen, 'variables' | 'sizes'>) | undefined;
}

/** What tables of a study are reported by. */
export interface Reported {
  variables: readonly Variable[];
  sizes: SizeWords | undefined;
  /** Whether each block is wanted with all its figures and statistics. */
  answers: boolean;
  /** For somebody who is not to know single respondents. */
  protection?: Protection | undefined;
  /** Draws a block; null where it cannot be drawn. */
  draw: (drawn: DrawnBlock, shown: Shown, spreads: DrawnSpreads) => ReportPicture | null;
}

/** The table on the screen: one, or one for each stratum under its name. */
function viewsOf({ view, battery, strata }: WholeView, within: Variable | undefined): TableView[] {
  if (strata.length === 0) return [battery ?? view];
  return strata.map(({ label, view: own }) => ({ ...own, title: `${within ? titleOf(within) : ''}: ${label}` }));
}

/** Of a table with more blocks the first ones are drawn. */
const MOST_PICTURES = 60;

/** Pictures in which single respondents can be seen: what stands in their place has means. */
const OF_RESPONDENTS: readonly (PictureKind | undefined)[] = ['boxes', 'densities', 'scatter', undefined];
const withoutRespondents = (shown: Shown): Shown =>
  OF_RESPONDENTS.includes(shown.picture) ? { ...shown, picture: 'means' } : shown;

/** Whether figures of a block, or of one of its strata, are withheld. */
const heldIn =
  ({ view, strata }: WholeView) =>
  ({ item, nest }: Pick<KeptReading, 'item' | 'nest'>): boolean =>
    [view, ...strata.map((stratum) => stratum.view)].some(({ blocks }) => {
      const block = blocks[item]?.[nest];
      return block !== undefined && isWithheld(block);
    });

const hasWithheld = ({ items, blocks }: TableView) =>
  items.some(({ number }) => number) || blocks.flat().some(isWithheld);

/** What is said under a table of which figures are withheld, and readings and pictures with them. */
function withheldLines({ view, strata }: WholeView, protection: Protection, leftAway: number): string[] {
  const views = strata.length > 0 ? strata.map((stratum) => stratum.view) : [view];
  return [
    ...(views.some(hasWithheld) ? [sayWithheld(protection)] : []),
    ...(leftAway > 0 ? [`${plural(leftAway, 'reading or picture', 'readings or pictures')} left away with them.`] : []),
  ];
}

/** The tables of a sentence, and all that is shown of them. @param variables as the codebook describes them for it */
function workedOut({ sentence, shown, counts }: CountedTable, variables: readonly Variable[], protection?: Protection) {
  const { adjustment, bases, confidence = CONFIDENCE } = shown;
  const work = (table: Table) => cellExtras(table, { adjustment, confidence, least: leastCompared(bases) });
  const blocks = blockTables(sentence, counts, variables, displayOf(shown), figureValuesBy(work));
  return { blocks, whole: viewOfSentence(sentence, blocks, variables, work, { ...shown, protection }) };
}

/** What a table says of few respondents, before anything of it is withheld. */
export const disclosedTable = (
  counted: CountedTable,
  variables: readonly Variable[],
  protection: Protection,
): { caption: string; disclosed: Disclosed } => {
  const own = counted.frozen?.variables ?? variables;
  return {
    caption: captionOf(counted.sentence, own, counted.shown),
    disclosed: disclosedBy(workedOut(counted, own).whole, protection),
  };
};

/** A table as it is reported: laid out, with on whom it stands and what is said of it. */
export function reportTable(number: number, counted: CountedTable, reported: Reported): ReportTable {
  const { sentence, shown, groupings, frozen } = counted;
  const { draw, protection } = reported;
  const { variables, sizes } = frozen ?? reported;
  const { confidence = CONFIDENCE } = shown;
  const { blocks, whole } = workedOut(counted, variables, protection);
  const views = viewsOf(whole, byId(variables, sentence.within));
  const across = Math.max(1, sentence.by.length);
  const readBy = (at: Pick<KeptReading, 'item' | 'nest'>): ReadBy => ({
    shown,
    sizes,
    pairs: drawnSpreads(counted.spreads ?? [], at).pairs,
    own: groupings
      .filter(({ item, nest }) => item === at.item && nest === at.nest)
      .flatMap((grouping) => groupingChecks(grouping.axis, grouping.counts, variables, confidence)),
  });
  const isHeld = heldIn(whole);
  // A sweep is a list of what was found: it has neither readings nor pictures.
  const wanted = shown.sweep ? [] : (shown.readings ?? []);
  const told = wanted.filter((at) => !isHeld(at));
  const read = told.flatMap((at) => keptReading(blocks, across, at, readBy(at)));
  const all = whole.view.blocks.flat();
  const { handed = 'table' } = shown;
  const drawn = handed === 'table' || shown.sweep ? [] : drawnBlocks(blocks, whole, across).slice(0, MOST_PICTURES);
  const seen = drawn.filter((own) => !(own.battery ? all.some(isWithheld) : isWithheld(own.block)));
  const spreads = protection ? [] : (counted.spreads ?? []);
  const pictures = seen.flatMap(
    (own) => draw(own, protection ? withoutRespondents(shown) : shown, drawnSpreads(spreads, own)) ?? [],
  );
  const leftAway = wanted.length - told.length + drawn.length - pictures.length;
  // A picture says itself what its hatching means.
  const isTable = handed !== 'picture' || pictures.length === 0;
  return {
    is: 'table',
    number,
    handed,
    pictures,
    caption: captionOf(sentence, variables, shown),
    filter: sayOnly(sentence.only, variables),
    weight: all[0]?.weightedBy ?? null,
    laid: views.flatMap((view) => laidOut(view, shown, asOnScreen)),
    views,
    shown,
    answers: reported.answers ? answersOf(blocks, whole, across, readBy) : [],
    frozen: frozen ? { at: frozen.at, entry: frozen.entry } : null,
    bases: [...linesUnder(whole, isTable), ...(protection ? withheldLines(whole, protection, leftAway) : [])],
    hatched: isTable && views.some((view) => isHatched(view, shown)),
    readings: read.map(({ said }) => said),
    used: withListed(usedIn(read.flatMap(({ answers }) => answers)), views),
  };
}

/** On whom a table stands, and what is said under it; a line for each block. @param isMarked its cells are seen */
function linesUnder(whole: WholeView, isMarked: boolean): string[] {
  const { view } = whole;
  if (view.sweep) return [...view.sweep.notes];
  return view.summary ? summaryBases(whole) : basesOf(view.blocks.flat(), isMarked);
}

/** On whom a summary stands, and what is said under it; of several strata under each its own. */
function summaryBases({ view, strata }: WholeView): string[] {
  const linesOf = ({ summary }: TableView) =>
    summary ? [sayBase(summary.base), ...smallLine([summary.base]), ...summary.notes] : [];
  if (strata.length === 0) return linesOf(view);
  return strata.flatMap(({ label, view: own }) => linesOf(own).map((line) => `${label}: ${line}`));
}

/** Tests and measures that are used, those of summaries and sweeps too. */
function withListed({ tests, measures }: ReportTable['used'], views: readonly TableView[]): ReportTable['used'] {
  const statistics = views.flatMap(({ summary }) => summary?.statistics ?? []);
  const lines = views.flatMap(({ sweep }) => sweep?.lines ?? []);
  const swept = lines.flatMap(({ strength, gamma }) => [strength, gamma].flatMap((measure) => measure ?? []));
  return {
    tests: [...tests, ...[...statistics, ...lines].flatMap(({ test }) => test?.name ?? [])],
    measures: [
      ...measures,
      ...statistics.flatMap(({ measure }) => measure?.name ?? []),
      ...swept.map(({ id }) => findMeasure(id)?.name ?? id),
    ],
  };
}

/** What a mark beside a base means, where there is one. */
const smallLine = (blocks: readonly BlockView[]): string[] =>
  blocks.some(({ small }) => small.some((is) => is)) ? ['! A small base: figures on it say little.'] : [];

/** On whom each block stands, and what a mark beside a base means. */
function basesOf(blocks: readonly BlockView[], isMarked: boolean): string[] {
  return [
    ...blocks.map((block) => (blocks.length > 1 ? `${block.title}. ${sayBase(block)}` : sayBase(block))),
    ...(isMarked ? smallLine(blocks) : []),
  ];
}

/** A reading, and what of it is said. */
interface KeptSaid {
  answers: Answer[];
  said: SaidReading;
}

/** What is said of a block; nothing where it is not there any more. */
function keptReading(blocks: readonly BlockTables[], across: number, at: KeptReading, by: ReadBy): KeptSaid[] {
  const block = at.nest < across ? blocks[at.item * across + at.nest] : undefined;
  const reading = block && blockReading(block, at, by);
  if (!block || !reading || reading.answers.length === 0) return [];
  const title = titleRead(block.title, block.split, at);
  const { answers } = reading;
  return [{ answers, said: saidReading({ title, base: reading.table.base }, answers) }];
}

/** Each block, and each of its strata, with all that is worked out of it, of what is shown. */
function answersOf(
  blocks: readonly BlockTables[],
  { view, strata }: WholeView,
  across: number,
  readBy: (at: { item: number; nest: number }) => ReadBy,
): TableAnswer[] {
  return blocks.flatMap((block, k) => {
    const at = { item: Math.floor(k / across), nest: k % across };
    // What is tested of the tables of a sweep stands in its lines.
    if (view.sweep) return [blockAnswer(view, at, null, [])];
    const answered = (own: TableView, stratum?: string): TableAnswer[] => {
      const reading = blockReading(block, { stratum }, readBy(at));
      return reading ? [blockAnswer(own, at, reading.assessment, reading.answers)] : [];
    };
    return [...answered(view), ...strata.flatMap(({ code, view: own }) => answered(own, code))];
  });
}
