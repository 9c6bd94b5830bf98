import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellText, CODEBOOK_FIELDS, type Entry, levelFrom, sayCodes, sayMissing, understandCell } from './cell-text.js';
import { LEVELS, LEVEL_WORDS, MISSING_REASONS, type Code } from './types.js';

const entry: Entry = {
  name: 'q7',
  label: 'Satisfaction',
  question: 'How satisfied are you?',
  level: 'ordered',
  codes: [
    { code: '1', label: 'Very', missing: null },
    { code: '2', label: 'Not', missing: null },
    { code: '9', label: 'Would not say', missing: 'refused' },
  ],
  group: 'Plot',
  note: 'asked of all',
};
const lists = new Map([['agree5', 3]]);
const understand = (field: (typeof CODEBOOK_FIELDS)[number], text: string) => understandCell(entry, field, text, lists);

describe('an entry as text', () => {
  it('is written in one line a field', () => {
    expect(CODEBOOK_FIELDS.map((field) => cellText(entry, field))).toEqual([
      'q7',
      'Satisfaction',
      'How satisfied are you?',
      'ordered categories',
      '1 = Very; 2 = Not; 9 = Would not say',
      '9 refused',
      'Plot',
      'asked of all',
    ]);
  });

  it('is understood as it was written, whatever stands in codes and labels', () => {
    const word = fc
      .string({ minLength: 1, maxLength: 12 })
      .map((text) => text.trim())
      .filter((text) => text !== '' && !text.includes('\n'));
    const code = fc.record({
      code: word.filter((text) => !text.includes('’')),
      label: word,
      missing: fc.constantFrom(null, ...MISSING_REASONS),
    });
    const codes = fc.uniqueArray(code, { maxLength: 8, selector: (entryCode) => entryCode.code });
    fc.assert(
      fc.property(codes, (list: Code[]) => {
        const withCodes = { ...entry, codes: list };
        expect(understandCell(withCodes, 'codes', sayCodes(list), new Map())).toEqual({ edit: { codes: list } });
      }),
    );
  });

  it.each(LEVELS.filter((level) => level !== 'multiple'))('knows the level %s by its words', (level) => {
    expect(levelFrom(LEVEL_WORDS[level])).toBe(level);
    expect(levelFrom(level.toUpperCase())).toBe(level);
  });

  it('knows a level by its beginning, and none of several', () => {
    expect(levelFrom('num')).toBe('number');
    expect(levelFrom(' ordered ')).toBe('ordered');
    expect(levelFrom('cat')).toBe('unordered');
    expect(levelFrom('')).toBeNull();
    expect(levelFrom('multiple response')).toBeNull();
    expect(understand('level', 'nominal')).toMatchObject({ problem: expect.stringContaining('nominal') as string });
  });
});

describe('codes as text', () => {
  it('keep what is known of a code that is no answer', () => {
    expect(understand('codes', '1 = Yes; 2 = No; 9 = Refused')).toEqual({
      edit: {
        codes: [
          { code: '1', label: 'Yes', missing: null },
          { code: '2', label: 'No', missing: null },
          { code: '9', label: 'Refused', missing: 'refused' },
        ],
      },
    });
  });

  it('may be the name of a list', () => {
    expect(understand('codes', ' agree5 ')).toEqual({ edit: { codeList: 3 } });
  });

  it('are refused where a code stands twice or is not there', () => {
    expect(understand('codes', '1 = Yes; 1 = No')).toEqual({ problem: 'The code 1 stands twice.' });
    expect(understand('codes', '= Yes')).toMatchObject({ problem: expect.stringContaining('no code') as string });
  });

  it('can hold what divides them', () => {
    const codes: Code[] = [{ code: 'a;b', label: 'x = y; \\ z', missing: null }];
    expect(sayCodes(codes)).toBe('a\\;b = x \\= y\\; \\\\ z');
    expect(understandCell({ ...entry, codes: [] }, 'codes', sayCodes(codes), lists)).toEqual({ edit: { codes } });
  });
});

describe('missing codes as text', () => {
  const missing = (text: string) => {
    const understood = understand('missing', text);
    return 'edit' in understood ? sayMissing(understood.edit.codes ?? []) : understood.problem;
  };

  it('are named with their reason, or without', () => {
    expect(missing("9 refused; 2 don't know")).toBe("2 don't know; 9 refused");
    expect(missing('2, 9')).toBe('2 no answer; 9 no answer');
    expect(missing('2 don’t know')).toBe("2 don't know");
    expect(missing('')).toBe('');
  });

  it('may be codes that are not listed yet, and of several words', () => {
    expect(missing('99 not asked')).toBe('99 not asked');
    expect(missing('n/a refused')).toBe('n/a refused');
    expect(missing('no idea')).toBe('no idea no answer');
  });

  it('leave labels and order alone', () => {
    const understood = understand('missing', '1 other');
    expect('edit' in understood && understood.edit.codes?.map(({ code, label }) => `${code} ${label}`)).toEqual([
      '1 Very',
      '2 Not',
      '9 Would not say',
    ]);
  });
});

describe('other fields', () => {
  it('are taken as they are, without what stands around them', () => {
    expect(understand('label', '  New ')).toEqual({ edit: { label: 'New' } });
    expect(understand('note', '')).toEqual({ edit: { note: '' } });
    expect(understand('name', '  ')).toEqual({ problem: 'A variable needs a name.' });
  });
});
