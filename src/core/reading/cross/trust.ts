import { levelOf } from '../../level.js';
import { total } from '../../numerics/total.js';
import { whole } from '../../figures.js';
import type { Assessment } from '../../assess/types.js';
import { smallExpectedSentence } from '../../assess/assess-table.js';
import { effectiveBase, isUneven } from '../../table/share.js';
import type { Table } from '../../table/table.js';
import { answer, type Answer, type Check, QUESTIONS } from '../types.js';
import { and } from '../../words.js';
import { coefficient, percent, sayP } from '../words.js';
import { shownW } from './shown-measure.js';
import { leading } from './strength.js';
import { chiSquareDoubtful, isSignificant, quote, type Read } from './context.js';

/** Under this a base is flagged. */
export const SMALL_BASE = 30;

/** What the exact tests have to say on small counts. */
function exactAdvice(read: Read): string {
  const { fisher } = read.result.tests;
  if (!fisher) return ' Chi-square is doubtful here: wait for the exact test, or merge small categories.';
  return fisher.sampling?.method === 'monte-carlo'
    ? " Chi-square is doubtful here: read Fisher's test, from a sample of tables."
    : " Chi-square is doubtful here: read Fisher's exact test.";
}

function expectedCheck(read: Read): Check[] {
  const { base, cells } = read.result;
  if (read.result.tests['rao-scott']) return [];
  const small = smallExpectedSentence(cells?.expected ?? []);
  if (small === null)
    return [
      {
        ok: true,
        text: `No cell has an expected count below 5; the smallest is ${(base.smallestExpected ?? 0).toFixed(1)}.`,
      },
    ];
  if (read.twoByTwo) return [{ ok: false, text: `${small} Read Fisher's exact test.` }];
  const bad = chiSquareDoubtful(read);
  return [
    {
      ok: !bad,
      text: `${small}${bad ? exactAdvice(read) : ' Chi-square still holds while it is no more than one cell in five.'}`,
    },
  ];
}

/** How a result hangs on where an ordered variable was cut. */
function collapsingCheck(
  { V, gamma, p, groupings, significant, dependsOnCut }: Assessment['collapsing'][number],
  title: string,
  bothOrdered: boolean,
  confidence: number,
): Check {
  const alpha = coefficient(levelOf(confidence), 2);
  const [figure, span] = gamma && bothOrdered ? (['gamma', gamma] as const) : (['V', V] as const);
  const range =
    `${figure} is ${coefficient(span.own)} here and ${coefficient(span.least)} to ${coefficient(span.most)} ` +
    'over all of them';
  if (!dependsOnCut) {
    return {
      ok: true,
      text:
        `However ${title} is cut in order (${whole(groupings)} ways), p stays ` +
        `${significant > 0 ? 'below' : 'above'} ${alpha}; ${range}.`,
    };
  }
  const own = p.own < levelOf(confidence) ? 'one of those' : 'not one of those';
  return {
    ok: false,
    text:
      `The result depends on how ${title} is cut: p is below ${alpha} in ${whole(significant)} of ` +
      `${whole(groupings)} groupings that keep its order, and this is ${own} (${sayP(p.own)}); ${range}.`,
  };
}

/** How much of the study the table does not stand on; answers only, not what the filter keeps out. */
export function leftOutCheck(table: Table): Check[] {
  if (!table.leftOut) return [];
  const silent = table.leftOut
    .filter(({ why }) => why !== 'outside' && why !== 'unweighted' && why !== 'off-scale')
    .reduce((sum, { respondents }) => sum + respondents, 0);
  const asked = table.base + silent;
  if (silent === 0) return [{ ok: true, text: 'Nobody is left out for want of an answer.' }];
  const part = silent / asked;
  const few = part < 0.1;
  return [
    {
      ok: few,
      text:
        `${whole(silent)} of ${whole(asked)} respondents (${percent(part)}) gave no answer and are left ` +
        `out${few ? '.' : ': would they have answered alike?'}`,
    },
  ];
}

/** Columns on a small base; with weights, on a small effective one. */
export function thinCheck(table: Table): Check[] {
  const bases = table.columnBases.map((_, j) => effectiveBase(table, j));
  const thin = bases.flatMap((base, j) => (base > 0 && base < SMALL_BASE ? [j] : []));
  if (thin.length === 0) return [];
  const labels = thin.map((j) => `${table.columns?.categories[j]?.label ?? ''} (${whole(bases[j]!)})`);
  return [{ ok: false, text: `${table.weighted ? 'Effective base' : 'Base'} under ${SMALL_BASE}: ${and(labels)}.` }];
}

/** Weights that leave less than this share of the base are said to cost much. */
const LEAST_EFFECTIVE = 0.67;

/** What the weights do to the base. */
export function weightCheck(table: Table): Check[] {
  if (!table.weighted || table.base === 0) return [];
  const { by } = table.weighted;
  if (!isUneven(table)) return [{ ok: true, text: `${by} is the same for everybody, so the tests are unweighted.` }];
  const effective = effectiveBase(table);
  const ok = effective >= LEAST_EFFECTIVE * table.base;
  return [
    {
      ok,
      text:
        `Weighted by ${by}, ${whole(table.base)} respondents tell as much as ${whole(effective)} who count ` +
        'alike (effective base)' +
        (ok
          ? '.'
          : ': the weights are very uneven. See whether a few respondents carry the result, or a code such as ' +
            '999 stands among the weights.'),
    },
  ];
}

/** V in a small sample is mostly chance; said where the correction takes a third of it away. */
function biasCheck({ result, twoByTwo }: Read): Check[] {
  const V = result.measures['cramers-v']?.value ?? 0;
  const corrected = result.measures['cramers-v-corrected']?.value;
  if (twoByTwo || corrected === undefined || V < 0.1 || corrected > (2 / 3) * V) return [];
  return [
    {
      ok: false,
      text:
        `Much of V is chance in a table of this size: corrected for bias it is ${coefficient(corrected)}, ` +
        `uncorrected ${coefficient(V)}.`,
    },
  ];
}

/** From this w on, the interval of V and its kin on a table larger than 2 x 2 is too short (docs/coverage.md). */
export const SHORT_FROM = 0.4;

/** The noncentral chi-square is right near independence; far from it, intervals that invert it are too short. */
function shortCheck(read: Read): Check[] {
  const w = shownW(read);
  const isLed = leading(read).includes('cramers-v');
  if (read.twoByTwo || read.crosstab.survey || !isLed || !w || w.value <= SHORT_FROM || w.lower === null) return [];
  return [
    {
      ok: false,
      text:
        'The association is strong, and there the interval of V is a little too short: in simulations 95% ' +
        'intervals held the truth in some 87 to 93%.',
    },
  ];
}

/**
 * Which categories have no place on the scale, and what that does.
 * @param base where they are in the base, what they are in and what not
 */
export function offScaleCheck(table: Table, base: string): Check[] {
  const inBase = [table.rows, table.columns].flatMap(
    (axis) => axis?.categories.flatMap(({ label, offScale }) => (offScale ? [quote(label)] : [])) ?? [],
  );
  const aside = (table.leftOut ?? []).filter(({ why }) => why === 'off-scale');
  const are = (count: number) => (count === 1 ? 'is' : 'are');
  return [
    ...(inBase.length > 0
      ? [
          {
            ok: true,
            text: `${and(inBase)} ${are(inBase.length)} off the scale: ${base}.`,
          },
        ]
      : []),
    ...(aside.length > 0
      ? [
          {
            ok: true,
            text:
              `${and(aside.map(({ reason }) => quote(reason)))} ${are(aside.length)} off the scale and not in the ` +
              `base (${whole(total(aside.map(({ respondents }) => respondents)))} respondents).`,
          },
        ]
      : []),
  ];
}

const sayBase = ({ onScale }: Assessment['base']) =>
  'in the percentages and in χ², and in no score, mean or measure of order' +
  (onScale === undefined ? '' : `; those are of the ${whole(onScale)} respondents on it`);

/** Can it be trusted? */
export function trust(read: Read): Answer {
  const { table, result, columnsKept, rowTitle, columnTitle, confidence } = read;
  const checks = [...expectedCheck(read), ...biasCheck(read), ...shortCheck(read)];
  // Gamma is of two orders, and two categories always have one.
  const bothOrdered =
    (read.rowsOrdered || read.rowsKept.length === 2) && (read.columnsOrdered || columnsKept.length === 2);
  checks.push(...thinCheck(table), ...weightCheck(table), ...offScaleCheck(table, sayBase(result.base)));
  for (const check of result.collapsing) {
    const title = check.of ?? (check.axis === 'rows' ? rowTitle : columnTitle);
    // A check of what is nowhere significant tells nothing new.
    if (check.significant > 0 || isSignificant(read))
      checks.push(collapsingCheck(check, title, bothOrdered, confidence));
  }
  for (const [axis, positions] of [
    [table.rows, result.dropped.rows],
    [table.columns, result.dropped.columns],
  ] as const) {
    const labels = positions.map((k) => quote(axis?.categories[k]?.label ?? ''));
    if (labels.length > 0) checks.push({ ok: true, text: `Nobody is in ${and(labels)}; left out of the tests.` });
  }
  checks.push(...leftOutCheck(table));
  return answer('trust', QUESTIONS.trust, { checks });
}
