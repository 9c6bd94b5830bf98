import { whole } from '../../figures.js';
import { levelOf, sayConfidence } from '../../level.js';
import { slopeSaid } from '../../spread/slope-said.js';
import type { Pairs, PearsonR } from '../../spread/types.js';
import { verdictOfP } from '../cross/association.js';
import { sizeVerdict, type SizeWords, sizeWord } from '../size-words.js';
import { answer, type Answer, QUESTIONS, type ReadMeasure } from '../types.js';
import { coefficient, percent, sayP } from '../words.js';

/** Fewer respondents than these leave r open to a single one of them. */
const FEW = 30;

const ABOUT = 'How straight a line the two numbers lie on, respondent by respondent. −1 to 1.';

/** r with its limits: ".46 (95% interval .43 to .49)". */
function saidWithLimits({ value, lower, upper }: PearsonR, confidence: number): string {
  if (lower === null || upper === null) return coefficient(value);
  return `${coefficient(value)} (${sayConfidence(confidence)} interval ${coefficient(lower)} to ${coefficient(upper)})`;
}

function measuresOf({ value, lower, upper }: PearsonR): ReadMeasure[] {
  const of = { about: ABOUT, note: null, detail: null, unit: 'coefficient' } as const;
  return [
    { ...of, lead: true, id: 'pearson-r', name: "Pearson's r", value, lower, upper, range: [-1, 1] },
    {
      ...of,
      lead: false,
      id: 'r-squared',
      name: 'r²',
      value: value * value,
      lower: null,
      upper: null,
      range: [0, 1],
      about: 'The part of the spread of one number that goes along with the other in a straight line.',
    },
  ];
}

/** "Where Age is higher by 1, Years on the plot is higher by 0.23 on average." */
function slopeInWords({ line, xTitle, yTitle }: Pairs): string[] {
  if (!line || line.slope === 0) return [];
  const way = line.slope > 0 ? 'higher' : 'lower';
  return [`Where ${xTitle} is higher by 1, ${yTitle} is ${way} by ${slopeSaid(line.slope)} on average.`];
}

function sentenceOf(pairs: Pairs, r: PearsonR, confidence: number, sizes: SizeWords | undefined): string {
  const { xTitle, yTitle, n } = pairs;
  const tested = r.p === null ? '' : `, ${sayP(r.p)}`;
  const isShown = r.p !== null && r.p < levelOf(confidence);
  const said = `r = ${saidWithLimits(r, confidence)}${tested}, ${whole(n)} respondents`;
  if (!isShown) return `No straight-line association between ${yTitle} and ${xTitle} is shown (${said}).`;
  const way = r.value > 0 ? 'rises' : 'falls';
  return `${yTitle} ${way} with ${xTitle}: a ${sizeWord(r.value, sizes)} association (${said}).`;
}

/**
 * What is said of two numbers of each respondent.
 * @param sizes the words for size of the study
 */
export function readPairs(pairs: Pairs, confidence: number, sizes?: SizeWords): Answer[] {
  const { r, n } = pairs;
  if (!r) {
    const why = n === 0 ? 'Nobody has both numbers.' : 'One of the numbers is the same for everybody.';
    return [answer('association', QUESTIONS.association, { verdict: 'Cannot be said.', notes: [why] })];
  }
  const { value, lower, upper, p } = r;
  const size = { symbol: 'r', value, lower, upper };
  const test = { id: 'pearson-r-test', name: "Pearson's r", about: 'Whether r differs from 0 by more than chance.' };
  return [
    answer('association', QUESTIONS.association, {
      verdict: p === null ? 'Cannot be said.' : verdictOfP(p, levelOf(confidence)),
      tests: p === null ? [] : [{ ...test, text: `r = ${coefficient(value)}, ${sayP(p)}`, lead: true }],
      notes: p === null ? ['Too few respondents have both numbers.'] : [],
    }),
    answer('strength', QUESTIONS.strength, {
      verdict: sizeVerdict(size, sizes),
      size,
      measures: measuresOf(r),
      notes: [...slopeInWords(pairs), `A straight line accounts for ${percent(value * value)} of the spread.`],
    }),
    answer('trust', QUESTIONS.trust, {
      checks: [
        n < FEW
          ? { ok: false, text: `Only ${whole(n)} respondents have both numbers: one of them can make or break r.` }
          : { ok: true, text: `${whole(n)} respondents have both numbers.` },
      ],
      notes: ['r sees a straight line alone: look at the picture for a bend, and for respondents far from the rest.'],
    }),
    answer('say', QUESTIONS.say, { sentence: sentenceOf(pairs, r, confidence, sizes) }),
  ];
}
