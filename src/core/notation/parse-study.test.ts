import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseStudy } from './parse-study.js';
import { printStudy } from './print-study.js';
import { randomStudy } from './random-study.fixtures.js';

const TEXT = `study "Plots"
variable site "Site"
  categories
  1 "Mill Row"
  2 "Weir End"

variable sat "Satisfaction"
  ordered categories
  1 "Good"
  2 "Bad"
  9 "Would not say" is refused

variable sat_2 "In two"
  regroups sat into ordered categories
    1 "Good" from 1
    2 "Bad" from 2

binder "Report"
  table sat by site
`;

/** The problems of a text in one line each. */
const problemsOf = (text: string) =>
  parseStudy(text).problems.map(({ line, column, message, mend }) => `${line}:${column} ${message} ${mend}`);

describe('reading a text', () => {
  it('takes labels in quotes for names and codes', () => {
    const { study, problems } = parseStudy(
      TEXT.replace('regroups sat into', 'regroups "Satisfaction" into')
        .replace('from 1\n', 'from "Good"\n')
        .replace('table sat by site', 'table Sat_2 by "Site", only where "Site" is "Mill Row" or 2')
        .replace('Sat_2', '"In two"'),
    );
    expect(problems).toEqual([]);
    expect(study.variables[2]?.recipe).toMatchObject({ source: 'sat', groups: [{ from: ['1'] }, { from: ['2'] }] });
    expect(study.binders[0]?.items[0]).toMatchObject({
      table: {
        sentence: { rows: [{ variable: 'sat_2' }], by: [['site']], only: [{ variable: 'site', codes: ['1', '2'] }] },
      },
    });
  });

  it('tells an "or" between codes from one between conditions', () => {
    const { study } = parseStudy(TEXT.replace('by site', 'only where sat is 1 or site is 2 or 1'));
    expect(study.binders[0]?.items[0]).toMatchObject({
      table: {
        sentence: {
          only: [
            {
              or: [
                { variable: 'sat', codes: ['1'] },
                { variable: 'site', codes: ['2', '1'] },
              ],
            },
          ],
        },
      },
    });
  });

  it('names the place, what is expected and the nearest name, several at once', () => {
    const text = TEXT.replace('categories\n  1 "Mill Row"', 'categoris\n  1 "Mill Row"')
      .replace('from 2', 'form 2')
      .replace('by site', 'by sit');
    expect(problemsOf(text)).toEqual([
      expect.stringMatching(/^3:12 The line ends here, where a text in quotes is expected/u),
      expect.stringMatching(/^16:13 “form” stands here, where “from” is expected\. Did you mean “from”\?$/u),
      '19:16 There is no variable “sit”. Did you mean site, Site or sat?',
    ]);
  });

  it('says what is said twice, and what stands where it does not belong', () => {
    expect(problemsOf('variable a\n  number\n  number')).toEqual([
      '3:3 This is said already, by a line above. Take one of the two out.',
    ]);
    expect(problemsOf('variable a\nvariable a')).toEqual([
      '2:1 The variable a is said twice, in line 1 too. Take one out, or call it otherwise.',
    ]);
    expect(problemsOf('variable a\n  number\n    1 "x"')).toEqual([
      '3:5 Nothing stands under the line above this one. Let it begin further left.',
    ]);
    expect(problemsOf('variable a\n    number\n  starred')).toEqual([
      expect.stringMatching(/^3:3 This line stands neither as deep/u),
    ]);
    expect(problemsOf('variable by')).toEqual([
      expect.stringMatching(/“by” is a word of the notation; a name or code that is called so stands in quotes\.$/u),
    ]);
    expect(problemsOf('variable a "x')).toEqual(['1:12 This text is not closed. Close it with " in the same line.']);
  });

  it('remarks on codes that a variable does not have', () => {
    const { problems, remarks } = parseStudy(TEXT.replace('from 2', 'from 2, 7'));
    expect(problems).toEqual([]);
    expect(remarks).toMatchObject([{ line: 16, column: 21, message: 'sat has no code or label “7”.' }]);
  });

  it('understands capitals, tabs, line ends of other systems and the quotes of a word processor', () => {
    const { study, problems } = parseStudy('\ufeffVARIABLE a “Age of “them””\r\n\tNumber\r\n\t9 “Refused” IS refused');
    expect(problems).toHaveLength(1);
    const plain = parseStudy('\ufeffVARIABLE a “Age”\r\n\tNumber\r\n\t9 “Refused” IS refused');
    expect(plain.problems).toEqual([]);
    expect(plain.study.variables[0]).toMatchObject({ level: 'number', codes: [{ code: '9', missing: 'refused' }] });
    expect(study.variables).toHaveLength(0);
  });

  it('ends on any text, with a place in it for everything that is wrong', () => {
    const cut = fc.tuple(fc.nat(), fc.nat(40), fc.oneof(fc.string({ maxLength: 6 }), fc.constantFrom('"', '\n', '  ')));
    const mutated = fc
      .tuple(fc.constant<string>(TEXT), fc.array(cut, { minLength: 1, maxLength: 4 }))
      .map(([text, cuts]) =>
        cuts.reduce((now, [at, length, put]) => {
          const from = at % (now.length + 1);
          return now.slice(0, from) + put + now.slice(from + length);
        }, text),
      );
    fc.assert(
      fc.property(mutated, (text) => {
        const lines = text.split(/\r\n|\r|\n/u);
        // One expectation for all: a hundred thousand texts are looked at.
        const misplaced = parseStudy(text).problems.filter(({ line, column, end, message, mend }) => {
          const length = lines[line - 1]?.length ?? -1;
          return column < 1 || column > length + 1 || end <= column || message === '' || mend === '';
        });
        return misplaced.length === 0;
      }),
      { numRuns: 100_000 },
    );
  }, 600_000);

  it('ends on any mutation of the text of any study', () => {
    fc.assert(
      fc.property(randomStudy, fc.nat(), fc.string({ maxLength: 4 }), fc.nat(9), (study, at, put, length) => {
        const text = printStudy(study);
        const from = at % (text.length + 1);
        const { problems } = parseStudy(text.slice(0, from) + put + text.slice(from + length));
        expect(problems.every(({ line, mend }) => line > 0 && mend !== '')).toBe(true);
      }),
      { numRuns: 1000 },
    );
  });
});
