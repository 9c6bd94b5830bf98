import { ADJUSTMENT_WORDS } from '../reading/adjustment-words.js';
import { SMALL_BASE } from '../reading/cross/trust.js';
import type { Answer } from '../reading/types.js';
import { findMeasure } from '../statistic/registry.js';
import { and } from '../words.js';
import { CONFIDENCE } from '../view/block-view.js';
import { choicesOf, showsLetters } from '../view/figures-shown.js';
import type { ReportTable } from './report.js';

/** What the methods note looks at of a table. */
export type Noted = Pick<ReportTable, 'number' | 'handed' | 'weight' | 'views' | 'shown' | 'hatched' | 'used'>;

/** Tables by their numbers: "Table 3", "Tables 1, 2 and 5"; nothing where it is all of them. */
function sayTables(tables: readonly Noted[], all: readonly Noted[]): string {
  if (tables.length === all.length) return all.length === 1 ? 'the table' : 'all tables';
  const said = (of: readonly Noted[], word: string) => {
    const numbers = of.map(({ number }) => String(number));
    return numbers.length === 0 ? [] : [`${word}${numbers.length === 1 ? '' : 's'} ${and(numbers)}`];
  };
  const isFigure = ({ handed }: Noted) => handed === 'picture';
  return and([
    ...said(
      tables.filter((table) => !isFigure(table)),
      'Table',
    ),
    ...said(tables.filter(isFigure), 'Figure'),
  ]);
}

/** Each thing that tables have, with those that have it. */
function byWhat<T>(all: readonly Noted[], whatOf: (table: Noted) => readonly T[]): [T, Noted[]][] {
  const tables = new Map<T, Noted[]>();
  for (const table of all)
    for (const what of new Set(whatOf(table))) tables.set(what, [...(tables.get(what) ?? []), table]);
  return [...tables];
}

const blocksIn = ({ views }: Noted) =>
  views.flatMap((view) => (view.sweep ? [] : (view.frequencies ?? view).blocks.flat()));

function basesNote(all: readonly Noted[]): string[] {
  const multiple = all.filter(({ views }) => views.some(({ items }) => items.some((item) => item.multiple)));
  return [
    'Percentages stand on the respondents who gave an answer to all variables of the table; who did not (blank, or a ' +
      'code that the codebook declares to be no answer), and who is outside a filter, is left out and counted under ' +
      'the table, by reason.',
    ...(multiple.length > 0
      ? [
          `A respondent can choose several options of a question in ${sayTables(multiple, all)}: percentages are of ` +
            'respondents where nothing else is said, and add up to more than 100.',
        ]
      : []),
  ];
}

/** Lists of tables, in which each is a line. */
function sweptNote(all: readonly Noted[]): string[] {
  return byWhat(all, ({ views }) => views.flatMap(({ sweep }) => sweep?.adjustment ?? [])).map(
    ([adjustment, tables]) =>
      `In ${sayTables(tables, all)} each line is a table of its own, with the test that leads in its reading; p is ` +
      `adjusted over the lines by ${ADJUSTMENT_WORDS[adjustment]}. Who is in no figure of a line is not listed: n is ` +
      'who is.',
  );
}

function weightNote(all: readonly Noted[]): string[] {
  return byWhat(all, ({ weight }) => (weight === null ? [] : [weight])).map(
    ([weight, tables]) =>
      `In ${sayTables(tables, all)} respondents count as their ${weight}. Bases are given unweighted, weighted and ` +
      'as the effective base (Kish: the square of the sum of weights, over the sum of their squares); tests and ' +
      'intervals allow for the weights (Rao and Scott’s correction; linearisation), under the assumption of ' +
      'independent respondents.',
  );
}

function usedNote(all: readonly Noted[], kind: 'tests' | 'measures', words: string): string[] {
  const each = byWhat(all, ({ used }) => used[kind]);
  if (each.length === 0) return [];
  return [`${words}: ${each.map(([name, tables]) => `${name} (${sayTables(tables, all)})`).join('; ')}.`];
}

function cellsNote(all: readonly Noted[]): string[] {
  const adjusted = (tables: readonly Noted[], words: (method: string, which: string) => string) =>
    byWhat(tables, ({ shown }) => [shown.adjustment ?? 'holm']).map(([adjustment, own]) =>
      words(ADJUSTMENT_WORDS[adjustment], sayTables(own, all)),
    );
  const hatched = all.filter((table) => table.hatched);
  const lettered = all.filter((table) =>
    table.views.some(({ items, blocks }) =>
      blocks.some((line, item) => line.some((block) => showsLetters(block, choicesOf(table.shown, items[item])))),
    ),
  );
  return [
    ...adjusted(
      hatched,
      (method, which) =>
        `Cells of ${which} are hatched where they depart from independence: rising for more, falling for fewer, by ` +
        `adjusted residuals whose p, adjusted over the cells of the table by ${method}, is under .05; denser under ` +
        '.001.',
    ),
    ...adjusted(
      lettered,
      (method, which) =>
        `A letter in a cell of ${which} says that it is higher than in the column of that letter; columns are ` +
        `compared two by two, p adjusted by ${method}.`,
    ),
  ];
}

function smallNote(all: readonly Noted[]): string[] {
  const marked = all.filter((table) => blocksIn(table).some(({ small }) => small.some((is) => is)));
  const limits = byWhat(
    all.filter(({ shown }) => (shown.bases?.hide ?? 0) > 0),
    ({ shown }) => [shown.bases?.hide ?? 0],
  );
  return [
    ...byWhat(marked, ({ shown }) => [shown.bases?.small ?? SMALL_BASE]).map(
      ([limit, tables]) => `An exclamation mark stands beside bases under ${limit} in ${sayTables(tables, all)}.`,
    ),
    ...limits.map(
      ([limit, tables]) => `Figures of columns on a base under ${limit} are not shown in ${sayTables(tables, all)}.`,
    ),
  ];
}

/** Names of the tests and measures that lead in a reading. */
export function usedIn(answers: readonly Answer[]): ReportTable['used'] {
  return {
    tests: answers.flatMap(({ tests }) => tests.flatMap(({ lead, name }) => (lead ? [name] : []))),
    // Titles of variables, of options and of strata stand in names; the method is the same.
    measures: answers.flatMap(({ measures }) =>
      measures.flatMap(({ lead, id, name }) => (lead ? [findMeasure(id.split('@', 1)[0] ?? id)?.name ?? name] : [])),
    ),
  };
}

/** How the figures of a report were come by, written from what is used in its tables, a paragraph each. */
export function methodsNote(tables: readonly Noted[]): string[] {
  if (tables.length === 0) return [];
  const sure = byWhat(tables, ({ shown }) => [shown.confidence ?? CONFIDENCE]).map(
    ([confidence, own]) => `${Number((100 * confidence).toFixed(4))}% in ${sayTables(own, tables)}`,
  );
  return [
    ...basesNote(tables),
    ...sweptNote(tables),
    ...weightNote(tables),
    ...usedNote(tables, 'tests', 'Tests that lead in the readings'),
    ...usedNote(tables, 'measures', 'Measures that lead in the readings'),
    ...cellsNote(tables),
    ...smallNote(tables),
    `Confidence of intervals, letters and verdicts: ${sure.join(', ')}.`,
  ];
}
