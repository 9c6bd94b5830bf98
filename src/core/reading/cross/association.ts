import { levelOf } from '../../level.js';
import type { TestResult, Variant } from '../../infer/result.js';
import { whole } from '../../figures.js';
import { type TestId, testOf } from '../../statistic/registry.js';
import { suits } from '../../statistic/suits.js';
import { VARIANT_WORDS } from '../variant-words.js';
import { answer, type Answer, QUESTIONS, type ReadTest } from '../types.js';
import { coefficient, degrees, sayP, statistic } from '../words.js';
import { generalTest, type Lead, leadTest, type Read, variablesOf } from './context.js';

/** A p under alpha over this is a plain yes. */
const PLAINLY = 5;

/** The verdict that a p comes to, at a level alpha: how sure an association is, never how large. */
export function verdictOfP(p: number, alpha: number): string {
  const word = p < alpha / PLAINLY ? 'Yes' : p < alpha ? 'Probably' : 'Not shown';
  return `${word}, ${sayP(p)}.`;
}

/** "χ²(4) = 31.2, p < .001" and its kin. */
export function sayTest(id: TestId, test: TestResult): string {
  const { sampling } = test;
  const sampled =
    sampling?.method === 'monte-carlo'
      ? ` (${(sampling.draws ?? 0).toLocaleString('en')} tables drawn, 99% interval ` +
        `${coefficient(sampling.lower ?? 0, 3)} to ${coefficient(sampling.upper ?? 1, 3)})`
      : '';
  return `${sayStatistic(id, test)}${sayP(test.p)}${sampled}`;
}

/** "χ²(4) = 31.2, " or "F(3.9, 1203) = 4.07, "; nothing for a test without a statistic. */
export function sayStatistic(id: TestId, { statistic: value, df, df1, df2 }: TestResult): string {
  if (value === undefined) return '';
  const { symbol } = testOf(id);
  if (df1 !== undefined) return `F(${degrees(df1)}, ${degrees(df2 ?? 0)}) = ${statistic(value)}, `;
  if (df === undefined) return `${symbol} = ${statistic(value)}, `;
  return `${symbol}(${degrees(df)}) = ${statistic(value)}, `;
}

/** One line for a test, and one for each of its other forms. */
export function testLines(id: TestId, test: TestResult, lead: boolean): ReadTest[] {
  const { name, about } = testOf(id);
  const variants = Object.entries(test.variants ?? {}) as [Variant, TestResult][];
  return [
    { id, name, about, text: sayTest(id, test), lead },
    ...variants.map(([variant, other]) => ({
      id: `${id}:${variant}`,
      name: `${name}, ${VARIANT_WORDS[variant]}`,
      text: sayTest(variant === 'likelihood-ratio' && other.df1 === undefined ? 'likelihood-ratio' : id, other),
      about,
      lead: false,
    })),
  ];
}

/** Where the test that suits and the general one disagree, in one sentence. */
function disagreement(read: Read, lead: Lead): string[] {
  const general = generalTest(read);
  const sought = testOf(lead.id).looksFor;
  const alpha = levelOf(read.confidence);
  if (!sought || general.id === lead.id || general.test.p < alpha === lead.test.p < alpha) return [];
  const shown = (test: TestResult) => (test.p < alpha ? 'shows an association' : 'shows none');
  return [
    `${testOf(lead.id).name}, which looks for ${sought}, ${shown(lead.test)} (${sayP(lead.test.p)}), and ` +
      `${testOf(general.id).name}, which looks for any pattern, ${shown(general.test)} ` +
      `(${sayP(general.test.p)}).`,
  ];
}

/** Why the verdict stands on the test it does, where that is not plain. */
function reasons(read: Read, lead: Lead): string[] {
  const notes: string[] = [];
  if (lead.id === 'fisher') notes.push("Counts are small, so the verdict stands on Fisher's exact test.");
  if (testOf(lead.id).looksFor) {
    const which = lead.id === 'kruskal-wallis' ? 'One variable is ordered' : 'Both variables are ordered';
    const name = lead.id === 'kruskal-wallis' ? 'the mean scores of the groups, on ranks' : 'the trend';
    notes.push(`${which}, so the verdict stands on ${name}.`);
  }
  if (read.result.tests['rao-scott']) {
    const { respondents, effective } = read.result.base;
    notes.push(
      `The weights make ${whole(respondents)} respondents count as ${whole(effective)}; the test allows for that.`,
    );
  }
  return notes;
}

/** Of the same people asked twice: whether their totals changed. */
function change(read: Read): string[] {
  const { mcnemar, 'stuart-maxwell': margins } = read.result.tests;
  const test = read.paired ? (mcnemar ?? margins) : undefined;
  if (!test) return [];
  const verdict = test.p < levelOf(read.confidence) ? 'they did' : 'not shown';
  return [
    'Both have the same categories: if the same people gave both, whether their totals changed is another ' +
      `question (${verdict}, ${sayP(test.p)}).`,
  ];
}

/** Is there an association? */
export function association(read: Read): Answer {
  const lead = leadTest(read);
  const general = generalTest(read);
  const ids = (Object.keys(read.result.tests) as TestId[]).filter((id) => suits(testOf(id), variablesOf(read)));
  const rank = (line: ReadTest) => (line.lead ? 0 : line.id === general.id ? 1 : 2);
  const tests = ids.flatMap((id) => testLines(id, read.result.tests[id]!, id === lead.id));
  tests.sort((a, b) => rank(a) - rank(b));
  return answer('association', QUESTIONS.association, {
    verdict: verdictOfP(lead.test.p, levelOf(read.confidence)),
    tests: tests.map((test) => ({ ...test, beside: test.id === general.id && general.id !== lead.id })),
    notes: [...disagreement(read, lead), ...reasons(read, lead), ...change(read)],
  });
}
