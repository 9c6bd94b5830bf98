import { describe, expect, it } from 'vitest';
import { parseNumber } from './number.js';
import { noFacts, takeValue } from './facts.js';
import { MOST_CODES, understand } from './understand.js';

/** What is understood of a column with these cells; an empty one is blank. */
function understood(cells: string[]) {
  const facts = noFacts();
  const values = new Map<string, number>();
  for (const cell of cells) if (cell !== '') values.set(cell, (values.get(cell) ?? 0) + 1);
  for (const [value, respondents] of values) takeValue(facts, value, respondents);
  const codes = values.size > MOST_CODES ? null : [...values].map(([code, respondents]) => ({ code, respondents }));
  return understand(facts, codes, cells.filter((cell) => cell === '').length);
}

const guessed = (cells: string[]) => understood(cells).guesses.map(({ is, text }) => `${is}: ${text}`);

const times = (n: number, make: (k: number) => string) => Array.from({ length: n }, (_, k) => make(k));

describe('what is understood of a column', () => {
  it('a few whole numbers are codes', () => {
    const result = understood(times(100, (k) => String((k % 5) + 1)));
    expect(result).toMatchObject({ level: 'unordered', why: '5 whole numbers, used as codes.' });
    expect(result.codes).toHaveLength(5);
    expect(result.codes[0]).toEqual({ code: '1', respondents: 20 });
  });

  it('many whole numbers are a quantity, and one far off is pointed at', () => {
    const result = understood([...times(200, (k) => String(18 + (k % 60))), '999', '999']);
    expect(result.level).toBe('number');
    expect(result.guesses).toEqual([
      {
        is: 'no-answer',
        text: '999 (2) stands far from the rest: no answer?',
        codes: [{ code: '999', respondents: 2 }],
      },
    ]);
    expect(guessed(times(200, (k) => String(18 + (k % 60))))).toEqual([]);
    const amounts = times(1500, (k) => String(20_000 + k * 7));
    expect(guessed([...amounts, ...times(40, () => '-99')])).toEqual([
      'no-answer: -99 (40) stands far from the rest: no answer?',
    ]);
  });

  it('a 9 behind every number before it is a step of the scale, behind a gap it is not', () => {
    expect(guessed(times(60, (k) => String((k % 9) + 1)))).toEqual([]);
    expect(guessed(times(60, (k) => ['1', '2', '3', '4', '5', '8', '9'][k % 7]!))).toEqual([
      'no-answer: 8 (8), 9 (8) stand far from the rest: no answer?',
    ]);
  });

  it('words that say so are no answer, among categories and among numbers', () => {
    expect(guessed(times(60, (k) => ['Yes', 'No', "Don't know"][k % 3]!))).toEqual([
      "no-answer: Don't know (20) says that there is no answer.",
    ]);
    expect(
      understood(times(100, (k) => (k % 5 === 0 ? 'Refused' : String(k)))).guesses.map(({ is, codes }) => [
        is,
        codes.map(({ code }) => code),
      ]),
    ).toContainEqual(['no-answer', ['Refused']]);
  });

  it('numbers stored as text, with the exceptions named', () => {
    const result = understood([...times(90, (k) => String(50 + k / 2)), 'n/a', 'n/a', '?']);
    expect(result).toMatchObject({ level: 'number', why: 'Numbers stored as text.' });
    expect(result.guesses[0]?.text).toContain('Not numbers: ? (1), n/a (2).');
    const answers = understood([...times(2000, (k) => String(k + 0.5)), 'n/a', 'n/a']);
    expect(answers).toMatchObject({ level: 'number', codes: [{ code: 'n/a', respondents: 2 }] });
  });

  it('words that repeat are categories, words that do not are text', () => {
    expect(understood(times(60, (k) => ['north', 'south', 'east'][k % 3]!))).toMatchObject({ level: 'unordered' });
    expect(understood(times(60, (k) => `a remark ${k}`))).toMatchObject({
      level: 'text',
      why: 'Free text from 100% of respondents.',
    });
  });

  it('more different numbers than a code list holds are numbers, words are text', () => {
    expect(understood(times(MOST_CODES + 1, (k) => String(k / 8)))).toMatchObject({ level: 'number', codes: [] });
    expect(understood(times(MOST_CODES + 1, (k) => `a ${k}`))).toMatchObject({ level: 'text', codes: [] });
  });

  it('an identifier, a constant and an empty column are said to be so', () => {
    const identifier = understood(times(100, (k) => String(10_000 + k)));
    expect(identifier.level).toBe('text');
    expect(identifier.guesses[0]?.is).toBe('identifier');
    expect(understood(times(60, (k) => String(20 + k))).level).toBe('number');
    expect(understood(times(100, (k) => `R-${k}`)).guesses[0]?.is).toBe('identifier');
    expect(guessed(times(9, () => '1'))).toEqual(['constant: Everybody who answered has the same value.']);
    expect(understood(times(9, () => ''))).toMatchObject({ level: 'text', why: 'Blank throughout.' });
  });

  it('days are ordered in time where they are few, and text where they are many', () => {
    const few = understood(times(60, (k) => ['03.11.2026', '28.02.2026', '15.07.2025'][k % 3]!));
    expect(few).toMatchObject({ level: 'ordered', why: '3 different days, in their order.' });
    expect(few.codes.map(({ code }) => code)).toEqual(['15.07.2025', '28.02.2026', '03.11.2026']);
    expect(few.guesses[0]?.text).toBe('Dates, day, month, year.');
    const doubtful = understood(times(60, (k) => ['03/04/2026', '05/06/2026'][k % 2]!));
    expect(doubtful.guesses[0]?.text).toContain('or month, day, year');
    const answers = times(
      300,
      (k) =>
        `2026-${String((k % 12) + 1).padStart(2, '0')}-${String((k % 28) + 1).padStart(2, '0')} 10:${10 + (k % 50)}`,
    );
    expect(understood(answers)).toMatchObject({ level: 'text', why: 'Days, too many to be categories.' });
    expect(understood(times(60, (k) => ['2026-02-30', '2026-13-01'][k % 2]!)).guesses).toEqual([]);
  });

  it('leading zeros make words of numbers, and so do digits too many to be kept exactly', () => {
    expect(understood(times(40, (k) => `00${k % 4}`)).level).toBe('unordered');
    expect(parseNumber('12345678901234567')).toBeNull();
  });
});
