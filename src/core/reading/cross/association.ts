import type { TestId } from '../../assess.js';
import type { TestResult, Variant } from '../../infer/result.js';
import { TEST_WORDS, VARIANT_WORDS } from '../about.js';
import { answer, type Answer, QUESTIONS, type ReadTest } from '../types.js';
import { coefficient, degrees, sayP, statistic } from '../words.js';
import { leadTest, type Read } from './context.js';

/** The verdict that a p comes to, at a level alpha. */
export function verdictOfP(p: number, alpha: number): string {
  if (p < Math.min(0.001, alpha)) return 'Yes, well beyond chance.';
  if (p < alpha / 5) return 'Yes, beyond chance.';
  if (p < alpha) return 'Yes, but not by much.';
  if (p < 2 * alpha) return 'Not shown; it could be chance.';
  return 'None to be seen.';
}

/** Tests that ask something else than whether the two variables are associated at all. */
const PAIRED: readonly TestId[] = ['mcnemar', 'bowker', 'stuart-maxwell'];
const ORDERED: readonly TestId[] = ['linear-trend'];
const SYMBOLS: Partial<Record<TestId, string>> = {
  'likelihood-ratio': 'G²',
  'linear-trend': 'M²',
  'cochran-q': 'Q',
};

/** "χ²(4) = 31.2, p < .001" and its kin. */
export function sayTest(id: TestId, test: TestResult): string {
  const { sampling } = test;
  const sampled =
    sampling?.method === 'monte-carlo'
      ? ` (${(sampling.draws ?? 0).toLocaleString('en')} tables drawn, 99% interval ${coefficient(sampling.lower ?? 0, 3)} to ${coefficient(sampling.upper ?? 1, 3)})`
      : '';
  return `${sayStatistic(id, test)}${sayP(test.p)}${sampled}`;
}

/** "χ²(4) = 31.2, " or "F(3.9, 1203) = 4.07, "; nothing for a test without a statistic. */
export function sayStatistic(id: TestId, { statistic: value, df, df1, df2 }: TestResult): string {
  if (value === undefined) return '';
  if (df1 !== undefined) return `F(${degrees(df1)}, ${degrees(df2 ?? 0)}) = ${statistic(value)}, `;
  if (df === undefined) return `${id === 'cochran-armitage' ? 'z' : 'χ²'} = ${statistic(value)}, `;
  return `${SYMBOLS[id] ?? 'χ²'}(${degrees(df)}) = ${statistic(value)}, `;
}

/** One line for a test, and one for each of its other forms. */
export function testLines(id: TestId, test: TestResult, lead: boolean): ReadTest[] {
  const words = TEST_WORDS[id];
  const variants = Object.entries(test.variants ?? {}) as [Variant, TestResult][];
  return [
    { id, ...words, text: sayTest(id, test), lead },
    ...variants.map(([variant, other]) => ({
      id: `${id}:${variant}`,
      name: `${words.name}, ${VARIANT_WORDS[variant]}`,
      text: sayTest(variant === 'likelihood-ratio' && other.df1 === undefined ? 'likelihood-ratio' : id, other),
      about: words.about,
      lead: false,
    })),
  ];
}

/** Whether a test suits these variables. */
function suits(id: TestId, read: Read): boolean {
  const { rowsOrdered, columnsOrdered, rowsKept, columnsKept } = read;
  const rows = rowsOrdered || rowsKept.length === 2;
  const columns = columnsOrdered || columnsKept.length === 2;
  if (PAIRED.includes(id)) return read.paired;
  if (ORDERED.includes(id)) return rows && columns && (rowsOrdered || columnsOrdered);
  if (id === 'cochran-armitage') return rows && columns && !read.twoByTwo && (rowsOrdered || columnsOrdered);
  return true;
}

/** Is there an association? */
export function association(read: Read): Answer {
  const lead = leadTest(read);
  const ids = (Object.keys(read.result.tests) as TestId[]).filter((id) => suits(id, read));
  const tests = ids.flatMap((id) => testLines(id, read.result.tests[id]!, id === lead.id));
  tests.sort((a, b) => Number(b.lead) - Number(a.lead));
  const notes: string[] = [];
  if (lead.id === 'fisher') notes.push("Counts are small, so the verdict stands on Fisher's exact test.");
  if (lead.id === 'rao-scott') {
    const { base } = read.result;
    notes.push(
      `The weights make ${Math.round(base.respondents).toLocaleString('en')} respondents count as ${Math.round(base.effective).toLocaleString('en')}; the test allows for that.`,
    );
  }
  const { mcnemar, 'stuart-maxwell': margins } = read.result.tests;
  const change = read.paired ? (mcnemar ?? margins) : undefined;
  if (change) {
    notes.push(
      `Both have the same categories: if the same people gave both, whether their totals changed is another question (${change.p < 1 - read.confidence ? 'they did' : 'not shown'}, ${sayP(change.p)}).`,
    );
  }
  return answer('association', QUESTIONS.association, {
    verdict: verdictOfP(lead.test.p, 1 - read.confidence),
    tests,
    notes,
  });
}
