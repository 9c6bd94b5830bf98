import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import type { CountArray, CountAxis, Slot } from '../count/types.js';
import { saySentence, sayRule } from './say-sentence.js';
import { type Block, blocksOf, type Sentence, sentenceOf, variablesOf } from './sentence.js';
import { mentionShare, share, whyEmpty } from './share.js';
import { codesWithFound } from './positions.js';
import { tabulate } from './tabulate.js';

const SITE: Variable = {
  id: 1,
  name: 'site',
  label: 'Site',
  question: '',
  level: 'unordered',
  codes: [
    { code: '1', label: 'Mill Row', missing: null },
    { code: '2', label: 'Weir End', missing: null },
  ],
};
const SATISFIED: Variable = {
  id: 2,
  name: 'sat',
  label: 'Satisfied',
  question: '',
  level: 'ordered',
  codes: [
    { code: '3', label: 'Yes', missing: null },
    { code: '1', label: 'No', missing: null },
    { code: '9', label: 'Refused', missing: 'refused' },
  ],
};
const AGE: Variable = {
  id: 3,
  name: 'age',
  label: '',
  question: '',
  level: 'number',
  codes: [{ code: '999', label: 'Refused', missing: 'refused' }],
};
const CROPS: Variable = {
  id: 4,
  name: 'crops',
  label: 'Crops',
  question: '',
  level: 'multiple',
  codes: [
    { code: '1', label: 'Beans', missing: null },
    { code: '2', label: 'Onions', missing: null },
  ],
};
const VARIABLES = [SITE, SATISFIED, AGE, CROPS];

const single = (...codes: string[]): CountAxis => ({
  kind: 'single',
  slots: [{ is: 'blank' }, ...codes.map((code): Slot => ({ is: 'code', code }))],
});
const CROP_AXIS: CountAxis = {
  kind: 'multiple',
  slots: [
    { is: 'blank' },
    { is: 'code', code: '1' },
    { is: 'code', code: '2' },
    { is: 'mentioned' },
    { is: 'none' },
    { is: 'nothing' },
  ],
};

const counts = (axes: CountAxis[], respondents: number[], more: Partial<CountArray> = {}): CountArray => ({
  axes,
  respondents,
  weights: null,
  together: null,
  total: 100,
  filtered: [],
  withoutWeight: 0,
  ...more,
});

const asked = (rows: number, by: number | null = null, only: Sentence['only'] = []): Sentence =>
  sentenceOf(rows, { by: by === null ? [] : [[by]], only });
const ask = (...of: Parameters<typeof asked>): Block => blocksOf(asked(...of))[0]!;

/** What brings in those who refused. */
const REFUSED_COUNTS = { is: 'answer', variable: 2, code: '9' };

describe('a cross table', () => {
  // Rows: blank, 1 No, 3 Yes, 9 refused. Columns: blank, Mill Row, Weir End.
  const array = counts(
    [single('1', '3', '9'), single('1', '2')],
    [
      1,
      2,
      3, //
      4,
      10,
      20,
      0,
      30,
      15,
      2,
      5,
      8,
    ],
  );
  const table = tabulate(ask(2, 1), array, VARIABLES);

  it('stands in the order of the code list, not of the data', () => {
    expect(table.rows.categories.map(({ label }) => label)).toEqual(['Yes', 'No']);
    expect(table.cells).toEqual([
      [30, 15],
      [10, 20],
    ]);
  });

  it('has the base that has both answers', () => {
    expect(table.base).toBe(75);
    expect(table.columnBases).toEqual([40, 35]);
    expect(table.rowTotals).toEqual([45, 30]);
  });

  it('says who was left out and why, each respondent once', () => {
    expect(table.leftOut).toEqual([
      { why: 'missing', variable: 'Satisfied', reason: 'Refused', respondents: 15, back: REFUSED_COUNTS },
      { why: 'blank', variable: 'Satisfied', reason: 'blank', respondents: 6 },
      { why: 'blank', variable: 'Site', reason: 'blank', respondents: 4 },
    ]);
    expect(table.base + table.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(100);
  });

  it('takes percentages of the column, the row or the table', () => {
    expect(share(table, 'column', 0, 0)).toBe(30 / 40);
    expect(share(table, 'row', 0, 0)).toBe(30 / 45);
    expect(share(table, 'total', 0, 0)).toBe(30 / 75);
    expect(share(table, 'column', 0, null)).toBe(45 / 75);
    expect(share(table, 'row', 0, null)).toBe(1);
    expect(mentionShare(table, 0, 0)).toBeNull();
  });

  it('reconciles on any counts', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(50), { minLength: 12, maxLength: 12 }), (values) => {
        const total = values.reduce((a, b) => a + b, 0);
        const any = tabulate(ask(2, 1), { ...array, respondents: values, total }, VARIABLES);
        expect(any.base + any.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(total);
        expect(any.cells.flat().reduce((a, b) => a + b, 0)).toBe(any.base);
      }),
    );
  });
});

describe('a frequency table', () => {
  it('lists a number by value and keeps what is no number apart', () => {
    const array = counts([single('100', '9', 'n/a', '999', '20')], [5, 1, 2, 3, 4, 6], { total: 21 });
    const table = tabulate(ask(3), array, VARIABLES);
    expect(table.rows.categories.map(({ code }) => code)).toEqual(['9', '20', '100']);
    expect(table.cells).toEqual([[2], [6], [1]]);
    expect(table.leftOut.map(({ reason, respondents }) => [reason, respondents])).toEqual([
      ['Refused', 4],
      ['no answer (n/a)', 3],
      ['blank', 5],
    ]);
  });

  it('shows a code of the list that nobody has, and a code of the data that the list lacks', () => {
    const table = tabulate(ask(2), counts([single('3', '7')], [0, 60, 40]), VARIABLES);
    expect(table.rows.categories.map(({ label }) => label)).toEqual(['Yes', 'No', '7']);
    expect(table.rowTotals).toEqual([60, 0, 40]);
    expect(codesWithFound(SATISFIED, ['7', '3']).map(({ code }) => code)).toEqual(['3', '1', '9', '7']);
  });

  it('tells the filter before the answers', () => {
    const only: Sentence['only'] = [{ variable: 1, is: 'any-of', codes: ['2'] }];
    const array = counts([single('1', '3', '9')], [1, 20, 30, 4], { filtered: [{ outside: 40, unknown: 5 }] });
    const table = tabulate(ask(2, null, only), array, VARIABLES);
    expect(table.leftOut).toEqual([
      {
        why: 'outside',
        variable: 'Site',
        reason: 'other than Weir End',
        respondents: 40,
        back: { is: 'clause', at: 0 },
      },
      { why: 'unknown', variable: 'Site', reason: 'no answer', respondents: 5 },
      { why: 'missing', variable: 'Satisfied', reason: 'Refused', respondents: 4, back: REFUSED_COUNTS },
      { why: 'blank', variable: 'Satisfied', reason: 'blank', respondents: 1 },
    ]);
  });
});

describe('a multiple-response table', () => {
  const table = tabulate(ask(4), counts([CROP_AXIS], [10, 60, 50, 70, 12, 8]), VARIABLES);

  it('has respondents and mentions, each with a total of its own', () => {
    expect(table.base).toBe(90);
    expect(table.mentions).toEqual({ columns: [110], total: 110 });
    expect(share(table, 'total', 0, null)).toBe(60 / 90);
    expect(mentionShare(table, 0, null)).toBe(60 / 110);
  });

  it('puts "none of these" among the respondents, never among the mentions', () => {
    expect(table.rows.categories.map(({ kind }) => kind)).toEqual(['option', 'option', 'none', 'nothing']);
    expect(share(table, 'total', 2, null)).toBe(12 / 90);
    expect(mentionShare(table, 2, null)).toBeNull();
  });

  it('leaves out who answered in none of the columns', () => {
    const back = { is: 'counted', standing: 'blank' };
    expect(table.leftOut).toEqual([{ why: 'blank', variable: 'Crops', reason: 'blank', respondents: 10, back }]);
  });

  it('has a base of respondents for each group across', () => {
    // Rows as above; columns: blank, Mill Row, Weir End.
    const array = counts([CROP_AXIS, single('1', '2')], [0, 6, 4, 1, 30, 29, 0, 25, 25, 1, 38, 31, 1, 6, 5, 0, 4, 4]);
    const cross = tabulate(ask(4, 1), array, VARIABLES);
    expect(cross.columnBases).toEqual([48, 40]);
    expect(cross.cells[0]).toEqual([30, 29]);
    expect(share(cross, 'column', 0, 0)).toBe(30 / 48);
    expect(cross.mentions?.columns).toEqual([55, 54]);
    expect(cross.base).toBe(88);
    expect(cross.base + cross.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(100);
  });
});

describe('a table with nothing in it', () => {
  it('says why, and what to do', () => {
    const filtered = counts([single('1', '3', '9')], [0, 0, 0, 0], { filtered: [{ outside: 97, unknown: 3 }] });
    const only: Sentence['only'] = [{ variable: 3, is: 'between', from: 120, to: null }];
    expect(whyEmpty(tabulate(ask(2, null, only), filtered, VARIABLES))).toBe(
      'Nobody is in this table: all 100 respondents were left out. Most were left out for one reason: age: ' +
        'not 120 and over (97). Loosen the "only where".',
    );
    const missing = tabulate(ask(2), counts([single('9')], [0, 100]), VARIABLES);
    expect(whyEmpty(missing)).toContain('See in the codebook');
    expect(whyEmpty(tabulate(ask(2), counts([single('3')], [0, 1]), VARIABLES))).toBeNull();
    expect(whyEmpty(tabulate(ask(2), counts([single('3')], [0, 0], { total: 0 }), VARIABLES))).toContain(
      'no respondents',
    );
  });
});

describe('a sentence', () => {
  it('reads aloud', () => {
    const sentence = asked(2, 1, [
      { variable: 3, is: 'between', from: 18, to: null },
      { variable: 4, is: 'any-of', codes: ['1', '2'] },
    ]);
    expect(saySentence(sentence, VARIABLES)).toBe(
      'Satisfied by Site, only where age 18 and over and Crops mentions Beans or Onions',
    );
    expect(variablesOf(sentence)).toEqual([2, 1, 3, 4]);
    expect(saySentence(asked(77), VARIABLES)).toBe('a variable that is gone');
  });

  it('says each kind of condition', () => {
    expect(sayRule({ is: 'between', from: 18, to: 64 }, AGE)).toBe('18 to 64');
    expect(sayRule({ is: 'between', from: null, to: 64 }, AGE)).toBe('up to 64');
    expect(sayRule({ is: 'between', from: null, to: null }, AGE)).toBe('any number');
    expect(sayRule({ is: 'none-of', codes: ['1'] }, SITE)).toBe('is not Mill Row');
    expect(sayRule({ is: 'none-of', codes: ['2'] }, CROPS)).toBe('does not mention Onions');
    expect(sayRule({ is: 'any-of', codes: ['5'] }, SITE)).toBe('is 5');
  });
});
