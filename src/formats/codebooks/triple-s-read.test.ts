import { describe, expect, it } from 'vitest';
import { readTree } from './tree.js';
import { readTripleS } from './triple-s-read.js';

const value = (code: string, label: string) => `<value code="${code}">${label}</value>`;
const CROPS = `<values>${value('1', 'Beans')}${value('2', 'Kale')}</values>`;

const variable = (type: string, name: string, inside = '', position = 'start="1"') =>
  `<variable ident="${name}" type="${type}"><name>${name}</name><label>The ${name}</label>` +
  `<position ${position}/>${inside}</variable>`;

const documentOf = (variables: string, record = 'format="csv"', around = (survey: string) => survey) =>
  `<sss version="3.0">${around(
    `<survey><title>Plots</title><record ident="A" ${record}>${variables}</record></survey>`,
  )}</sss>`;

const read = (text: string, declared: string | null = null) => readTripleS(readTree(text, 'c.xml'), 'c.xml', declared);
const only = (text: string) => read(text).codebook.variables[0];

describe('a variable of a Triple-S document', () => {
  it.each([
    ['quantity', 'number'],
    ['character', 'text'],
    ['date', 'text'],
    ['time', 'text'],
    ['single', 'unordered'],
    ['logical', 'unordered'],
  ])('of the type %s is %s', (type, level) => {
    expect(only(documentOf(variable(type, 'q1')))).toMatchObject({ name: 'q1', label: 'The q1', level });
  });

  it('that is logical says yes and no by itself, unless it says otherwise', () => {
    expect(only(documentOf(variable('logical', 'owns')))?.codes).toEqual([
      { code: '1', label: 'Yes' },
      { code: '0', label: 'No' },
    ]);
    const own = `<values>${value('1', 'Owner')}${value('0', 'Tenant')}</values>`;
    expect(only(documentOf(variable('logical', 'owns', own)))?.codes?.map(({ label }) => label)).toEqual([
      'Owner',
      'Tenant',
    ]);
  });

  it('has its label for the analysis, and the words of the interview as its question', () => {
    const texts = '<label><text mode="interview">How old are you?</text><text mode="analysis">Age</text></label>';
    const text = documentOf(
      `<variable ident="1" type="quantity"><name>age</name>${texts}<position start="1"/></variable>`,
    );
    expect(only(text)).toMatchObject({ label: 'Age', question: 'How old are you?' });
  });

  it('of numbers has labelled values that are no numbers of it; of categories they are asked about later', () => {
    const values = `<values>${value('98', 'Don’t know')}${value('99', 'Refused')}</values>`;
    expect(only(documentOf(variable('quantity', 'age', values)))?.codes).toEqual([
      { code: '98', label: 'Don’t know', missing: 'dont-know' },
      { code: '99', label: 'Refused', missing: 'refused' },
    ]);
    expect(only(documentOf(variable('single', 'q1', values)))?.codes).toEqual([
      { code: '98', label: 'Don’t know' },
      { code: '99', label: 'Refused' },
    ]);
  });

  it('is called by its id where it has no name', () => {
    const text = documentOf('<variable ident="7" type="quantity"><position start="1"/></variable>');
    expect(only(text)?.name).toBe('7');
  });

  it.each(['', 'start="x"', 'start="0"', 'start="5" finish="4"'])('needs a place in the data: %j', (position) => {
    expect(() => read(documentOf(variable('quantity', 'age', '', position)))).toThrow(
      'c.xml does not say where age stands in the data (line 1).',
    );
  });
});

describe('a question with several answers', () => {
  it('as a string of ticks is a yes/no column for each option', () => {
    const { codebook, data } = read(documentOf(variable('multiple', 'crops', CROPS, 'start="4" finish="5"'), ''));
    expect(codebook.variables.map(({ name, label }) => [name, label])).toEqual([
      ['crops_1', 'The crops: Beans'],
      ['crops_2', 'The crops: Kale'],
    ]);
    expect(codebook.multiple).toMatchObject([
      { name: 'crops', ticked: '1', columns: [{ label: 'Beans' }, { label: 'Kale' }] },
    ]);
    expect(data).toMatchObject({
      is: 'fixed',
      fields: [
        { name: 'crops_1', start: 4, width: 1 },
        { name: 'crops_2', start: 5, width: 1 },
      ],
    });
  });

  it('in a CSV record is taken apart, character by character', () => {
    expect(read(documentOf(variable('multiple', 'crops', CROPS, 'start="3"'))).data).toMatchObject({
      is: 'csv',
      picks: [
        { name: 'crops_1', cell: 2, character: 0 },
        { name: 'crops_2', cell: 2, character: 1 },
      ],
    });
  });

  it('that is spread is a slot for each code, with a code for none further', () => {
    const spread = '<spread subfields="2" width="2"/>';
    const { codebook, data } = read(
      documentOf(variable('multiple', 'crops', spread + CROPS, 'start="4" finish="7"'), ''),
    );
    expect(codebook.variables.map(({ name, label }) => [name, label])).toEqual([
      ['crops_1', 'The crops, mention 1'],
      ['crops_2', 'The crops, mention 2'],
    ]);
    expect(codebook.variables[1]?.codes?.at(-1)).toEqual({
      code: '0',
      label: 'No further mention',
      missing: 'not-asked',
    });
    expect(data).toMatchObject({
      fields: [
        { start: 4, width: 2 },
        { start: 6, width: 2 },
      ],
    });
  });

  it('that is spread over one field is no question, and a width follows from the place', () => {
    const narrow = read(
      documentOf(variable('multiple', 'crops', '<spread subfields="1"/>' + CROPS, 'start="4" finish="6"'), ''),
    );
    expect(narrow.codebook.multiple).toBeUndefined();
    expect(narrow.data).toMatchObject({ fields: [{ start: 4, width: 3 }] });
  });

  it('of one option is no question', () => {
    const single = `<values>${value('1', 'Beans')}</values>`;
    expect(read(documentOf(variable('multiple', 'crops', single))).codebook.multiple).toBeUndefined();
  });
});

describe('the document', () => {
  it('says whether the data has a heading, and in what letters it is', () => {
    const text = (skip: string) => documentOf(variable('quantity', 'age'), `format="csv" skip="${skip}"`);
    expect(read(text('1'), 'ISO-8859-1').data).toMatchObject({ heading: true, encoding: 'windows-1252' });
    expect(read(text('0'), 'US-ASCII').data).toMatchObject({ heading: false, encoding: 'utf-8' });
    expect(read(text('0')).data).toMatchObject({ encoding: null });
  });

  it('tells what is not taken over', () => {
    const filtered = variable('single', 'a', `<filter>b = 1</filter>${CROPS}`);
    expect(read(documentOf(filtered)).remarks).toEqual([
      'Who was asked (the filters of 1 variables) is not taken over.',
    ]);
    const hierarchy = documentOf(variable('single', 'a', CROPS), '', (survey) => `<hierarchy>${survey}</hierarchy>`);
    expect(read(hierarchy).remarks).toEqual(['Only the first level of a hierarchical survey is read.']);
  });

  it.each([
    ['no record', '<sss><survey><title>x</title></survey></sss>', 'describes no record'],
    ['no variables', documentOf(''), 'describes no variables'],
    [
      'two of one name',
      documentOf(variable('single', 'a') + variable('single', 'a', '', 'start="2"')),
      'two variables a',
    ],
  ])('is refused with %s', (_, text, why) => {
    expect(() => read(text)).toThrow(why);
  });
});

describe('a document that would be too much', () => {
  it('is refused before it is, by the line', () => {
    const wide = (k: number) =>
      `<variable ident="${k}" type="multiple"><name>q${k}</name><position start="1" finish="900"/>` +
      '<spread subfields="900"/><values/></variable>\n';
    const text = documentOf(Array.from({ length: 200 }, (_, k) => wide(k)).join(''));
    expect(() => read(text)).toThrow('describes more than 5,000 columns, from line 6 on');
    const values = '<value code="1">a</value>'.repeat(20_001);
    expect(() => read(documentOf(`<variable><values>${values}</values></variable>`))).toThrow(
      'has more than 20,000 parts in one <values>',
    );
  });
});
