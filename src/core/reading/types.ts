import type { Size } from './size-words.js';

/** The five questions of a reading, in order. */
export const QUESTIONS = {
  association: 'Is there an association?',
  strength: 'How strong, which way?',
  where: 'Where in the table?',
  trust: 'Can it be trusted?',
  say: 'How do I say it?',
} as const;

/** A test for the list under the first question. */
export interface ReadTest {
  id: string;
  name: string;
  /** "χ²(20) = 148.2, p < .001" */
  text: string;
  /** One line on what it does, for who does not know it. */
  about: string;
  lead: boolean;
  /** The general test, shown beside a lead that looks for something of its own. */
  beside?: boolean;
}

/** A measure for the list under the second question. */
export interface ReadMeasure {
  id: string;
  name: string;
  value: number;
  lower: number | null;
  upper: number | null;
  /** The range the measure is drawn on. */
  range: readonly [number, number];
  /** A share is said in percent; a ratio is drawn on a logarithmic range, 1 in the middle. */
  unit: 'coefficient' | 'share' | 'ratio';
  about: string;
  /** "corrected for bias; uncorrected .23", or why there is no interval; null where there is nothing to say. */
  note: string | null;
  /** "standard error .021, z = 5.30, p < .001"; null where there is nothing to add. */
  detail: string | null;
  lead: boolean;
}

/** Cells of one column (or of one option) that carry the association. */
export interface ReadCell {
  subject: string;
  parts: { text: string; direction: 'more' | 'fewer'; strong: boolean }[];
}

export interface Check {
  ok: boolean;
  text: string;
}

/** One of the answers beside a table: the question, the verdict, and what stands behind it. */
export interface Answer {
  id: 'association' | 'strength' | 'where' | 'trust' | 'say';
  question: string;
  /** The verdict in a few words. */
  verdict: string | null;
  tests: ReadTest[];
  measures: ReadMeasure[];
  cells: ReadCell[];
  checks: Check[];
  /** The sentence for the report. */
  sentence: string | null;
  notes: string[];
  /** What the words for size were read off; in the answer on strength only. */
  size?: Size | null;
  /** Stands one step behind the others, to be opened. */
  behind?: boolean;
}

/** An answer with nothing behind it yet. */
export function answer(id: Answer['id'], question: string, parts: Partial<Omit<Answer, 'id' | 'question'>>): Answer {
  return {
    id,
    question,
    verdict: null,
    tests: [],
    measures: [],
    cells: [],
    checks: [],
    sentence: null,
    notes: [],
    ...parts,
  };
}
