import { describe, expect, it } from 'vitest';
import { compareCodes, parseNumber } from './number.js';
import { histogram, summarize } from './summary.js';
import { isAnswer, titleOf } from './types.js';
import { noFacts, takeValue } from './facts.js';
import { guessQuestions, liftCommon, ticksIn } from './questions.js';
import { MOST_CODES, understand } from './understand.js';

/** What is understood of a column with these cells; an empty one is blank. */
function understood(cells: string[]) {
  const facts = noFacts();
  const values = new Map<string, number>();
  for (const cell of cells) if (cell !== '') values.set(cell, (values.get(cell) ?? 0) + 1);
  for (const [value, respondents] of values) takeValue(facts, value, respondents);
  const found = values.size > MOST_CODES ? null : [...values].map(([code, respondents]) => ({ code, respondents }));
  return understand(facts, found, cells.filter((cell) => cell === '').length);
}
const guessed = (cells: string[]) => understood(cells).guesses.map(({ is, text }) => `${is}: ${text}`);
const times = (n: number, make: (k: number) => string) => Array.from({ length: n }, (_, k) => make(k));

describe('parseNumber', () => {
  it('reads what spells a number', () => {
    expect(['1', ' -2.5 ', '+3', '.5', '1e3', '0', '0.25'].map(parseNumber)).toEqual([1, -2.5, 3, 0.5, 1000, 0, 0.25]);
  });
  it('does not read identifiers, separators or words', () => {
    expect(['007', '1,000', 'n/a', '', '12 m', '0x10', '1e999', '--1'].map(parseNumber)).toEqual(
      new Array(8).fill(null),
    );
  });
});

describe('compareCodes', () => {
  it('puts numbers by value, then words', () => {
    expect(['10', 'b', '9', 'a', '-1'].sort(compareCodes)).toEqual(['-1', '9', '10', 'a', 'b']);
  });
});

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
    const many = understood([...times(2000, (k) => String(k + 0.5)), 'n/a', 'n/a']);
    expect(many).toMatchObject({ level: 'number', codes: [{ code: 'n/a', respondents: 2 }] });
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
    const many = times(
      300,
      (k) =>
        `2026-${String((k % 12) + 1).padStart(2, '0')}-${String((k % 28) + 1).padStart(2, '0')} 10:${10 + (k % 50)}`,
    );
    expect(understood(many)).toMatchObject({ level: 'text', why: 'Days, too many to be categories.' });
    expect(understood(times(60, (k) => ['2026-02-30', '2026-13-01'][k % 2]!)).guesses).toEqual([]);
  });

  it('leading zeros make words of numbers, and so do digits too many to be kept exactly', () => {
    expect(understood(times(40, (k) => `00${k % 4}`)).level).toBe('unordered');
    expect(parseNumber('12345678901234567')).toBeNull();
  });
});

describe('columns that look like one question', () => {
  const codes = (...list: string[]) => list.map((code) => ({ code, respondents: 10 }));
  const column = (name: string, list: string[], label = '') => ({ name, label, codes: codes(...list), filled: 20 });
  const guess = (columns: ReturnType<typeof column>[], cells: string[][] = []) => guessQuestions(columns, cells);

  it('yes/no columns named alike, with the column for none apart', () => {
    const [question] = guess([
      column('id', ['1', '2', '3']),
      column('grow_beans', ['0', '1']),
      column('grow_kale', ['0', '1', '9']),
      column('grow_leeks', ['0', '1']),
      column('grow_none', ['0', '1']),
      column('age', ['20', '30']),
    ]);
    expect(question).toMatchObject({ is: 'ticks', name: 'grow', none: { name: 'grow_none', ticked: '1' } });
    expect(question?.columns).toEqual(
      ['beans', 'kale', 'leeks'].map((label) => ({ name: `grow_${label}`, label, ticked: '1' })),
    );
  });

  it('columns that each hold their own word or nothing', () => {
    const [question] = guess([column('q4a', ['Tea']), column('q4b', ['Coffee']), column('q4c', ['Water'])]);
    expect(question?.columns.map(({ label, ticked }) => [label, ticked])).toEqual([
      ['Tea', 'Tea'],
      ['Coffee', 'Coffee'],
      ['Water', 'Water'],
    ]);
  });

  it('labels lose what they have in common, which names the question', () => {
    const labels = ['What do you drink? Tea', 'What do you drink? Coffee', 'What do you drink? Water'];
    const [question] = guess(labels.map((label, k) => column(`d${k + 1}`, ['1', '2'], label)));
    expect(question?.label).toBe('What do you drink?');
    expect(question?.columns.map(({ label }) => label)).toEqual(['Tea', 'Coffee', 'Water']);
    expect(liftCommon(['Same', 'Same'])).toEqual({ common: '', rest: ['Same', 'Same'] });
  });

  it('slots over one code list, in which nobody has a code twice; a battery of scales is none', () => {
    const list = ['1', '2', '3', '4', '5', '6'];
    const slots = ['m1', 'm2', 'm3'].map((name) => column(name, list));
    const rows = times(60, String).map((_, k) => [0, 1, 2].map((j) => String(((k + j * 2) % 6) + 1)));
    expect(guess(slots, rows)[0]).toMatchObject({ is: 'slots', name: 'm' });
    const battery = times(60, String).map((_, k) => [k, k + 1, k * 2].map((v) => String((v % 3) + 3)));
    expect(guess(slots, battery)).toEqual([]);
  });

  it('yes/no columns of different names are none', () => {
    expect(guess([column('sex', ['1', '2']), column('owns', ['1', '2']), column('rents', ['1', '2'])])).toEqual([]);
  });
});

describe('summarize', () => {
  it('describes by the textbook', () => {
    expect(
      summarize([
        [1, 1],
        [2, 2],
        [4, 1],
      ]),
    ).toEqual({
      n: 4,
      mean: 2.25,
      sd: Math.sqrt(4.75 / 3),
      minimum: 1,
      lowerQuartile: 1.75,
      median: 2,
      upperQuartile: 2.5,
      maximum: 4,
    });
    expect(summarize([[7, 1]])).toMatchObject({ sd: null, median: 7 });
    expect(summarize([])).toBeNull();
  });
  it('bins everybody once', () => {
    const values = Array.from({ length: 100 }, (_, k): [number, number] => [k * 0.7, (k % 3) + 1]);
    const bins = histogram(values)?.bins ?? [];
    expect(bins).toHaveLength(12);
    expect(bins.reduce((a, b) => a + b, 0)).toBe(values.reduce((sum, [, n]) => sum + n, 0));
    expect(
      histogram([
        [1, 5],
        [3, 2],
      ]),
    ).toEqual({ from: 1, to: 3, bins: [5, 0, 2] });
    expect(histogram([[4, 9]])).toEqual({ from: 4, to: 4, bins: [9] });
    expect(histogram([])).toBeNull();
  });
});

describe('titles and answers', () => {
  it('fall back to the name', () => {
    expect(titleOf({ name: 'q1', label: ' ' })).toBe('q1');
    expect(titleOf({ name: 'q1', label: 'Age' })).toBe('Age');
    expect(isAnswer({ code: '9', label: '', missing: 'refused' })).toBe(false);
  });
});

describe('the codes that mean ticked', () => {
  const codes = (...all: string[]) => all.map((code) => ({ code }));

  it('can be several in one column, with those for not ticked beside them', () => {
    expect(ticksIn(codes('Yes', 'no', 'yes', 'TRUE', 'x'))).toEqual({ ticked: 'Yes', also: ['yes', 'TRUE', 'x'] });
    expect(ticksIn(codes('1', '2'))).toEqual({ ticked: '1', also: [] });
    expect(ticksIn(codes('x'))).toEqual({ ticked: 'x', also: [] });
  });

  it('can be told by their labels', () => {
    expect(
      ticksIn([
        { code: '0', label: 'Yes' },
        { code: '1', label: 'No' },
      ]),
    ).toEqual({ ticked: '0', also: [] });
  });

  it('are none where a code says neither yes nor no', () => {
    expect(ticksIn(codes('Yes', 'no', 'perhaps'))).toBeNull();
    expect(ticksIn(codes('no', 'n'))).toBeNull();
  });
});
