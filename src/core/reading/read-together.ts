import { levelOf } from '../level.js';
import { coMentions, type CoMentions, type OptionPair } from '../infer/co-mention.js';
import { isAbsent } from '../infer/result.js';
import { figuresOf, isUneven } from '../table/share.js';
import type { Table } from '../table/table.js';
import { testLines, verdictOfP } from './cross/association.js';
import { quote } from './cross/context.js';
import { answer, type Answer, type ReadCell } from './types.js';
import { coefficient, sayP } from './words.js';
import { whole } from '../figures.js';

/** Pairs that are named; the rest is counted. */
const NAMED = 4;

/** The options of a frequency table with what was mentioned together; null where that is not known. */
export interface TogetherRead extends CoMentions {
  labels: string[];
  /** Respondents, or what they count as, who mentioned each. */
  mentioned: number[];
  base: number;
}

/** Which options of a question go together, in a table without groups. */
export function togetherOf(table: Table): TogetherRead | null {
  const [pairs] = table.together ?? [];
  if (table.columns || !table.rows.multiple || !pairs || table.base === 0) return null;
  const weighted = isUneven(table);
  const figures = figuresOf(table);
  const options = table.rows.categories.flatMap(({ kind, label }, i) => (kind === 'option' ? [{ label, i }] : []));
  if (options.length < 2) return null;
  // One weight for all is taken out again.
  const each = weighted ? 1 : figures.base / table.base;
  const together = weighted ? pairs.sums : pairs.sums.map((line) => line.map((sum) => Math.round(sum / each)));
  const mentionPairs = coMentions({
    n: table.base,
    weight: weighted ? figures.base : table.base,
    square: weighted ? (table.weighted?.squares.base ?? table.base) : table.base,
    weighted,
    together,
    squares: weighted ? pairs.squares : together,
  });
  return {
    ...mentionPairs,
    labels: options.map(({ label }) => label),
    mentioned: together.map((line, j) => line[j] ?? 0),
    base: weighted ? figures.base : table.base,
  };
}

/** A pair in the reading: more often together than chance has it, or less. */
function cellOf({ a, b, both, expected, phi, p }: OptionPair, labels: readonly string[]): ReadCell {
  return {
    subject: `${labels[a] ?? ''} with ${labels[b] ?? ''}`,
    parts: [
      {
        text: `${whole(both)} mention both, ${whole(expected)} expected; phi ${coefficient(phi ?? 0)}`,
        direction: (phi ?? 0) > 0 ? 'more' : 'fewer',
        strong: (p ?? 1) < 0.001,
      },
    ],
  };
}

/**
 * What a multiple-response question says of itself: whether some options are mentioned more often than others
 * (Cochran's Q over the same respondents, two at a time by McNemar), and which go together.
 */
export function readTogether(table: Table, confidence: number): Answer[] {
  const read = togetherOf(table);
  if (!read) return [];
  const alpha = levelOf(confidence);
  const { pairs, q, labels } = read;
  const differ = pairs.filter(({ differP }) => differP !== null && differP < alpha);
  const close = pairs
    .filter(({ differP }) => differP !== null && differP >= alpha)
    .sort((x, y) => (y.differP ?? 0) - (x.differP ?? 0));
  const linked = pairs
    .filter(({ p, phi }) => p !== null && p < alpha && phi !== null)
    .sort((x, y) => Math.abs(y.phi ?? 0) - Math.abs(x.phi ?? 0));
  const tested = pairs.filter(({ p }) => p !== null).length;
  return [
    isAbsent(q)
      ? answer('association', 'Are some mentioned more often than others?', {
          verdict: 'Not tested.',
          notes: [q.absent],
        })
      : answer('association', 'Are some mentioned more often than others?', {
          verdict: verdictOfP(q.p, alpha),
          tests: testLines('cochran-q', q, true),
          notes: [
            `${differ.length} of ${pairs.length} pairs of options differ (McNemar, exact, p adjusted over all ` +
              'pairs by Holm)' +
              (close[0]
                ? `; ${quote(labels[close[0].a] ?? '')} and ${quote(labels[close[0].b] ?? '')} do not (adjusted ` +
                  `${sayP(close[0].differP ?? 1)})`
                : '') +
              '. The same respondents stand behind every option, so an ordinary chi-square over them would not ' +
              'be valid.',
          ],
        }),
    answer('where', 'Which go together?', {
      verdict: linked.length === 0 ? 'None by more than chance.' : `${linked.length} of ${tested} pairs.`,
      cells: linked.slice(0, NAMED).map((pair) => cellOf(pair, labels)),
      notes: linked.length > NAMED ? ['All pairs stand in the picture under the table.'] : [],
    }),
  ];
}
