import { z } from 'zod';
import { whole } from '../figures.js';
import { findMeasure } from '../statistic/registry.js';
import type { Answer, ReadMeasure } from './types.js';
import { SAY_UNIT } from './words.js';

const FigureShape = z.object({
  id: z.string(),
  name: z.string(),
  text: z.string(),
  lower: z.number().nullable(),
  upper: z.number().nullable(),
});

/** What is kept of a reading, to be set beside another. */
export const PinnedReadingShape = z.object({
  /** The sentence of its table. */
  title: z.string(),
  /** Where its table is. */
  address: z.string(),
  base: z.number(),
  verdict: z.string(),
  /** The test that leads. */
  test: z.string(),
  size: z.string(),
  /** Those that lead. */
  measures: z.array(FigureShape),
  /** What to mind. */
  cautions: z.array(z.string()),
  sentence: z.string(),
});
export type PinnedReading = z.infer<typeof PinnedReadingShape>;

/** A line of two readings side by side. */
export interface ComparedLine {
  what: string;
  one: string;
  other: string;
  /** Of a measure: whether the two intervals meet; null where one has none. */
  meet: boolean | null;
}

function sayMeasure({ value, lower, upper, unit }: ReadMeasure): string {
  const say = SAY_UNIT[unit];
  return lower === null || upper === null ? say(value) : `${say(value)} [${say(lower)}, ${say(upper)}]`;
}

/** What is kept of a reading. @param of its table: the sentence, where it is, and the respondents in it */
export function pinnedReading(
  of: Pick<PinnedReading, 'title' | 'address' | 'base'>,
  answers: readonly Answer[],
): PinnedReading {
  const part = (id: Answer['id']) => answers.find((answer) => answer.id === id);
  const measures = answers.flatMap((answer) => answer.measures.filter(({ lead }) => lead));
  return {
    ...of,
    verdict: part('association')?.verdict ?? part('where')?.verdict ?? '',
    test: part('association')?.tests.find(({ lead }) => lead)?.text ?? '',
    size: part('strength')?.verdict ?? '',
    measures: measures.map((measure) => {
      const { id, name, lower, upper } = measure;
      return { id, name, text: sayMeasure(measure), lower, upper };
    }),
    cautions: part('trust')?.checks.flatMap(({ ok, text }) => (ok ? [] : [text])) ?? [],
    sentence: part('say')?.sentence ?? '',
  };
}

type Figure = PinnedReading['measures'][number];

/** Whether two intervals have a value in common. */
function doMeet(one: Figure | undefined, other: Figure | undefined): boolean | null {
  if (!one || !other || one.lower === null || one.upper === null || other.lower === null || other.upper === null)
    return null;
  return one.lower <= other.upper && other.lower <= one.upper;
}

/**
 * Two readings line by line. Measures stand beside each other under one id, those that one alone has too. Intervals
 * that do not meet tell two values apart; ones that meet do not say that they are the same.
 */
export function compareReadings(one: PinnedReading, other: PinnedReading): ComparedLine[] {
  const line = (what: string, of: (reading: PinnedReading) => string): ComparedLine[] => {
    const [a, b] = [of(one), of(other)];
    return a === '' && b === '' ? [] : [{ what, one: a, other: b, meet: null }];
  };
  const ids = [...new Set([...one.measures, ...other.measures].map(({ id }) => id))];
  const measures = ids.map((id): ComparedLine => {
    const [a, b] = [one, other].map((reading) => reading.measures.find((measure) => measure.id === id));
    const names = [...new Set([a, b].flatMap((measure) => (measure ? [measure.name] : [])))];
    // Titles of other variables stand in them; what they have in common is the name of the measure.
    const what = names.length === 1 ? names[0]! : (findMeasure(id)?.name ?? names.join(' / '));
    return { what, one: a?.text ?? '', other: b?.text ?? '', meet: doMeet(a, b) };
  });
  return [
    ...line('Base', ({ base }) => whole(base)),
    ...line('Answer', ({ verdict }) => verdict),
    ...line('Test', ({ test }) => test),
    ...line('Strength', ({ size }) => size),
    ...measures,
    ...line('To mind', ({ cautions }) => (cautions.length === 0 ? 'nothing' : cautions.join(' '))),
  ];
}
