import { describe, expect, it } from 'vitest';
import { compareCodes, parseNumber } from './number.js';
import { histogram, summarize } from './summary.js';
import { isAnswer, titleOf } from './types.js';
import { emptyProfile, MOST_CODES, profileCell, understand } from './understand.js';

function understood(cells: string[]) {
  const profile = emptyProfile('q');
  for (const cell of cells) profileCell(profile, cell);
  return understand(profile);
}
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
    expect(result).toMatchObject({ level: 'unordered', storage: 'coded8', why: '5 whole numbers, used as codes.' });
    expect(result.codes).toHaveLength(5);
    expect(result.codes[0]).toEqual({ code: '1', respondents: 20 });
  });

  it('many whole numbers are a quantity, and one far off is pointed at', () => {
    const result = understood([...times(200, (k) => String(18 + (k % 60))), '999', '999']);
    expect(result.level).toBe('number');
    expect(result.notes.join()).toContain('999 stands far from the rest');
    expect(understood(times(200, (k) => String(18 + (k % 60)))).notes).toEqual([]);
  });

  it('a 9 next to a 7 is not far from the rest', () => {
    expect(understood(times(60, (k) => ['1', '2', '3', '4', '7', '9'][k % 6]!)).notes).toEqual([]);
  });

  it('numbers stored as text, with the exceptions named', () => {
    const result = understood([...times(90, (k) => String(50 + k / 2)), 'n/a', 'n/a', '?']);
    expect(result).toMatchObject({ level: 'number', storage: 'coded8', why: 'Numbers stored as text.' });
    expect(result.notes[0]).toContain('Not numbers: ? (1), n/a (2).');
  });

  it('words that repeat are categories, words that do not are text', () => {
    expect(understood(times(60, (k) => ['north', 'south', 'east'][k % 3]!))).toMatchObject({ level: 'unordered' });
    expect(understood(times(60, (k) => `a remark ${k}`))).toMatchObject({
      level: 'text',
      why: 'Free text from 100% of respondents.',
    });
  });

  it('more different numbers than a code list holds are kept as numbers', () => {
    expect(understood(times(MOST_CODES + 1, (k) => String(k / 8)))).toMatchObject({
      level: 'number',
      storage: 'number',
      codes: [],
    });
    expect(understood(times(MOST_CODES + 1, (k) => `t${k}`))).toMatchObject({ level: 'text', storage: 'text' });
    expect(understood(times(400, (k) => String(k)))).toMatchObject({ storage: 'coded16' });
  });

  it('an identifier, a constant and an empty column are said to be so', () => {
    expect(understood(times(100, (k) => String(10_000 + k))).notes).toContain('Every value differs: an identifier.');
    expect(understood(times(9, () => '1')).notes).toContain('Everybody who answered has the same value.');
    expect(understood(times(9, () => ''))).toMatchObject({ level: 'text', why: 'Blank throughout.' });
  });

  it('leading zeros make words of numbers', () => {
    expect(understood(times(40, (k) => `00${k % 4}`)).level).toBe('unordered');
  });

  it('counts blanks apart', () => {
    const profile = emptyProfile('q');
    for (const cell of ['1', '', '1', '']) profileCell(profile, cell);
    expect(profile).toMatchObject({ filled: 2, blank: 2, numbers: 2 });
  });
});

describe('summarize', () => {
  it('describes by the textbook', () => {
    expect(summarize([[1, 1], [2, 2], [4, 1]])).toEqual({
      n: 4, mean: 2.25, sd: Math.sqrt(4.75 / 3), minimum: 1, lowerQuartile: 1.75, median: 2, upperQuartile: 2.5, maximum: 4,
    }); // prettier-ignore
    expect(summarize([[7, 1]])).toMatchObject({ sd: null, median: 7 });
    expect(summarize([])).toBeNull();
  });
  it('bins everybody once', () => {
    const values = Array.from({ length: 100 }, (_, k): [number, number] => [k * 0.7, (k % 3) + 1]);
    const bins = histogram(values)?.bins ?? [];
    expect(bins).toHaveLength(12);
    expect(bins.reduce((a, b) => a + b, 0)).toBe(values.reduce((sum, [, n]) => sum + n, 0));
    expect(histogram([[1, 5], [3, 2]])).toEqual({ from: 1, to: 3, bins: [5, 0, 2] }); // prettier-ignore
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
