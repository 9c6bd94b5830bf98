import { describe, expect, it } from 'vitest';
import { fitNames } from './fit-names.js';
import { isCodebookName } from './codebook-name.js';

const names = (codebook: string[], columns: string[]) =>
  fitNames({ variables: codebook.map((name) => ({ name })) }, columns).codebook.variables.map(({ name }) => name);

describe('names of a codebook', () => {
  it('are those of the columns but for capitals, spaces and underlines', () => {
    expect(names(['Q1', 'home town', 'Age'], ['q1', 'Home_Town', 'Age'])).toEqual(['q1', 'Home_Town', 'Age']);
  });

  it('stay where they are right, or where two columns would fit, or none', () => {
    expect(names(['q1', 'Q1'], ['q1'])).toEqual(['q1', 'Q1']);
    expect(names(['q 1'], ['Q1', 'q_1', 'Q 1'])).toEqual(['q 1']);
    expect(names(['x'], ['y'])).toEqual(['x']);
  });

  it('take their notes and groups with them', () => {
    const codebook = { variables: [{ name: 'Q1' }], marks: { Q1: { note: 'n' } } };
    expect(fitNames(codebook, ['q1'])).toEqual({
      codebook: { variables: [{ name: 'q1' }], marks: { q1: { note: 'n' } } },
      remarks: ['Taken for the same: Q1 for q1.'],
    });
  });
});

describe('a codebook beside data', () => {
  it.each([
    'codebook.csv',
    'my_Code-book 2026.xlsx',
    'x/data_dictionary.tsv',
    'survey.xml',
    'a.sss',
    'value labels.csv',
    'codebook.json',
  ])('%s', (name) => {
    expect(isCodebookName(name)).toBe(true);
  });
  it.each(['wave1.csv', 'codebook/wave1.csv', 'data.json', 'codes.parquet'])('not %s', (name) => {
    expect(isCodebookName(name)).toBe(false);
  });
});
