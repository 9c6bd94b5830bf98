import type { Shown } from '../../api/types.js';
import { ADJUSTMENTS } from '../../core/infer/adjust.js';
import { type FigureChoice, readFigures, sayFigures, SORT_CHOICES } from '../../core/table/figure-choice.js';
import { ROW_ORDERS } from '../../core/table/display.js';
import { HANDED, PICTURES } from '../../core/table/picture-kinds.js';
import { type KeptReading, ShownShape } from '../../core/table/shown-shape.js';
import { readSummary, saySummary } from '../../core/table/summary-words.js';
import { PERCENTS } from '../../core/table/share.js';

/** What a table shows where nothing is said. */
export const SHOWN: Shown = { hatch: true };

/** "small-50": from how many respondents on a column counts. */
const LIMITS = ['small', 'hide', 'compare'] as const;

const FLAGS = ['hatch', 'signs', 'last', 'full', 'plain', 'ascending'] as const;

/** What is shown otherwise than usual, for the address. */
interface ShownQuery {
  /** Words with commas: "no-hatch,by-frequency"; empty where nothing is. */
  show: string;
  /** The figures of the cells: "row-percent:0,count"; empty where they are the usual ones. */
  figures: string;
  /** The code of the column by which the rows are sorted; empty where they are not. */
  sort: string;
  /** The title of the picture; empty where it is the sentence. */
  heading: string;
}

/** A code can be any text: in the address it has no comma. */
const sayReading = ({ item, nest, stratum }: KeptReading) =>
  `read-${item}-${nest}${stratum === undefined ? '' : `-${encodeURIComponent(stratum)}`}`;

function readReading(word: string): KeptReading[] {
  const [, item, nest, code] = /^read-(\d{1,3})-(\d{1,3})(?:-(.*))?$/.exec(word) ?? [];
  if (item === undefined || nest === undefined) return [];
  const place = { item: Number(item), nest: Number(nest) };
  if (code === undefined) return [place];
  try {
    return [{ ...place, stratum: decodeURIComponent(code) }];
  } catch {
    return [];
  }
}

/**
 * What is shown, for the address.
 * @example sayShown({ hatch: false }) // { show: 'no-hatch', figures: '', sort: '', heading: '' }
 */
export function sayShown(shown: Shown): ShownQuery {
  const flags = FLAGS.flatMap((flag) => {
    const on = shown[flag] ?? false;
    return on === (SHOWN[flag] ?? false) ? [] : [on ? flag : `no-${flag}`];
  });
  const show = [
    ...flags,
    ...(shown.order === undefined || shown.order === 'list' ? [] : [`by-${shown.order}`]),
    ...(shown.sortNest === undefined ? [] : [`sort-in-${shown.sortNest}`]),
    ...(shown.sortFigure === undefined ? [] : [`sort-by-${shown.sortFigure}`]),
    ...(shown.confidence === undefined ? [] : [`confidence-${shown.confidence}`]),
    ...(shown.adjustment === undefined ? [] : [`adjusted-${shown.adjustment}`]),
    ...(shown.predicted === 'columns' ? ['predict-columns'] : []),
    ...(Array.isArray(shown.predicted) ? shown.predicted.map((id) => `predict-${id}`) : []),
    ...(shown.readings ?? []).map(sayReading),
    ...saySummary(shown.summary ?? {}),
    ...(shown.picture === undefined ? [] : [`picture-${shown.picture}`]),
    ...(shown.wide === undefined ? [] : [`wide-${shown.wide}`]),
    ...(shown.handed === undefined ? [] : [`handed-${shown.handed}`]),
    ...LIMITS.flatMap((limit) => {
      const value = shown.bases?.[limit];
      return value === undefined ? [] : [`${limit}-${value}`];
    }),
  ].join(',');
  const figures = shown.figures ? sayFigures(shown.figures) : '';
  return { show, figures, sort: shown.sort ?? '', heading: shown.heading ?? '' };
}

/** Figures out of an address of before they had a list of their own: "row,no-counts,expected"; null: the usual ones. */
function figuresOfWords(words: ReadonlySet<string>): FigureChoice[] | null {
  const percent = PERCENTS.find((candidate) => words.has(candidate)) ?? 'column';
  const isCompared = percent === 'column' && ADJUSTMENTS.some((adjustment) => words.has(`letters-${adjustment}`));
  const figures: FigureChoice[] = [
    { figure: `${percent}-percent` },
    ...(words.has('no-counts') ? [] : ([{ figure: 'count' }] as const)),
    ...(isCompared ? ([{ figure: 'letters' }] as const) : []),
    ...(words.has('expected') ? ([{ figure: 'expected' }] as const) : []),
    ...(words.has('residuals') ? ([{ figure: 'adjusted-residual' }] as const) : []),
  ];
  return sayFigures(figures) === 'column-percent,count' ? null : figures;
}

/** "confidence-0.9": the number behind a word; undefined where there is none. */
function numberBehind(words: ReadonlySet<string>, name: string): number | undefined {
  const word = [...words].find((candidate) => candidate.startsWith(`${name}-`));
  return word === undefined ? undefined : Number(word.slice(name.length + 1));
}

/** Reads it back; a word that is not known is passed over. */
export function readShown({ show, figures, sort, heading }: ShownQuery): Shown {
  const words = new Set(show.split(','));
  const among = <T extends string>(all: readonly T[], ...prefixes: readonly string[]) =>
    all.find((candidate) => prefixes.some((prefix) => words.has(prefix + candidate)));
  const shown: Shown = { ...SHOWN };
  const chosen = figures === '' ? figuresOfWords(words) : readFigures(figures);
  if (chosen) shown.figures = chosen;
  if (sort !== '') shown.sort = sort;
  for (const flag of FLAGS) {
    if (words.has(flag)) shown[flag] = true;
    if (words.has(`no-${flag}`)) shown[flag] = false;
  }
  const [order, adjustment] = [among(ROW_ORDERS, 'by-'), among(ADJUSTMENTS, 'adjusted-', 'letters-')];
  if (order) shown.order = order;
  if (adjustment) shown.adjustment = adjustment;
  const sure = ShownShape.shape.confidence.safeParse(numberBehind(words, 'confidence')).data;
  if (sure !== undefined) shown.confidence = sure;
  const nest = ShownShape.shape.sortNest.safeParse(numberBehind(words, 'sort-in')).data;
  if (nest !== undefined) shown.sortNest = nest;
  const figure = among(SORT_CHOICES, 'sort-by-');
  if (figure) shown.sortFigure = figure;
  const handed = among(HANDED, 'handed-');
  if (handed) shown.handed = handed;
  const wide = ShownShape.shape.wide.safeParse(numberBehind(words, 'wide')).data;
  if (wide !== undefined) shown.wide = wide;
  const title = ShownShape.shape.heading.safeParse(heading).data;
  if (title !== undefined) shown.heading = title;
  const predicted = [...words].flatMap((word) => /^predict-(\d+)$/.exec(word)?.slice(1).map(Number) ?? []);
  if (words.has('predict-columns')) shown.predicted = 'columns';
  if (predicted.length > 0) shown.predicted = predicted;
  const readings = [...words].flatMap(readReading);
  if (readings.length > 0) shown.readings = readings;
  const summary = readSummary(words);
  if (summary) shown.summary = summary;
  const picture = among(PICTURES, 'picture-');
  if (picture) shown.picture = picture;
  const limits = LIMITS.flatMap((limit) => {
    const [, digits] = [...words].map((word) => new RegExp(`^${limit}-(\\d{1,6})$`).exec(word)).find(Boolean) ?? [];
    return digits === undefined ? [] : [[limit, Number(digits)] as const];
  });
  if (limits.length > 0) shown.bases = Object.fromEntries(limits);
  return shown;
}
