import { describe, expect, it } from 'vitest';
import type { Layout } from '../../core/intake/layout.js';
import { put, read } from '../files.fixtures.js';
import { readCodebook } from './read-codebook.js';

describe('codebooks', () => {
  const ddi = `<?xml version="1.0" encoding="UTF-8"?>
    <codeBook xmlns="ddi:codebook:2_5"><stdyDscr><citation><titlStmt><titl>Plots</titl></titlStmt></citation></stdyDscr>
    <dataDscr>
      <varGrp ID="G1" name="grow" type="multipleResp" var="V2 V3"><labl>What do you grow?</labl></varGrp>
      <var ID="V1" name="sat" nature="ordinal"><labl>Satisfaction</labl><qstn><qstnLit>How satisfied
        are you?</qstnLit></qstn>
        <catgry><catValu>1</catValu><labl>Low &amp; slow</labl></catgry>
        <catgry><catValu>2</catValu><labl>High</labl></catgry>
        <catgry missing="Y"><catValu>9</catValu><labl>Refused</labl></catgry></var>
      <var ID="V2" name="g1"><labl>Beans</labl>
        <catgry><catValu>1</catValu><labl>Yes</labl></catgry>
        <catgry><catValu>0</catValu><labl>No</labl></catgry></var>
      <var ID="V3" name="g2"><labl>Kale</labl>
        <catgry><catValu>1</catValu><labl>Yes</labl></catgry>
        <catgry><catValu>0</catValu><labl>No</labl></catgry></var>
      <var ID="V4" name="age" intrvl="contin"><labl>Age</labl><invalrng><item VALUE="-9"/></invalrng></var>
      <var ID="V5" name="remark"><varFormat type="character"/></var>
    </dataDscr></codeBook>`;

  it('in DDI: labels, questions, levels, missing codes, multiple response', async () => {
    const codebook = await readCodebook(put(ddi), 'c.xml');
    if ('json' in codebook) throw new Error('it is no JSON');
    expect(codebook).toMatchObject({ kind: 'DDI-Codebook', data: null, remarks: [] });
    expect(codebook.codebook.name).toBe('Plots');
    expect(codebook.codebook.variables).toMatchObject([
      {
        name: 'sat',
        label: 'Satisfaction',
        question: 'How satisfied are you?',
        level: 'ordered',
        codes: [
          { code: '1', label: 'Low & slow' },
          { code: '2', label: 'High' },
          { code: '9', label: 'Refused', missing: 'refused' },
        ],
      },
      { name: 'g1', level: 'unordered' },
      { name: 'g2' },
      { name: 'age', level: 'number', codes: [{ code: '-9', missing: 'other' }] },
      { name: 'remark', level: 'text' },
    ]);
    expect(codebook.codebook.multiple).toEqual([
      {
        name: 'grow',
        label: 'What do you grow?',
        ticked: '1',
        columns: [
          { name: 'g1', label: 'Beans' },
          { name: 'g2', label: 'Kale' },
        ],
      },
    ]);
  });

  const variable = (type: string, name: string, position: string, inside: string) =>
    `<variable ident="${name}" type="${type}"><name>${name}</name><label>The ${name}</label><position ` +
    `${position}/>${inside}</variable>`;
  const values =
    '<values><value code="1">Beans</value><value code="2">Kale</value><value code="3">Peas</value></values>';
  const tripleS = (record: string, variables: string) =>
    '<?xml version="1.0" encoding="ISO-8859-1"?><sss ' +
    'version="2.0"><survey><name>P</name><title>Plötze</title><record ident="A" ' +
    `${record}>${variables}</record></survey></sss>`;

  it('in Triple-S, with fixed data: places, strings of ticks, spread codes, special values', async () => {
    const text = tripleS(
      '',
      variable('multiple', 'grow', 'start="1" finish="3"', values) +
        variable('multiple', 'why', 'start="4" finish="7"', `<spread subfields="2" width="2"/>${values}`) +
        variable(
          'quantity',
          'age',
          'start="8" finish="10"',
          '<values><range from="16" to="99"/><value code="999">Refused</value></values>',
        ) +
        variable('logical', 'owns', 'start="11"', ''),
    );
    const codebook = await readCodebook(put(Buffer.from(text, 'latin1')), 'c.xml');
    if ('json' in codebook || codebook.data?.is !== 'fixed') throw new Error('it has no places');
    expect(codebook.codebook.name).toBe('Plötze');
    const layout: Layout = { is: 'fixed', encoding: 'utf-8', skip: codebook.data.skip, fields: codebook.data.fields };
    const { names, cells } = await read('101 1 3 431\n010 2  9990\n', layout);
    expect(names).toEqual(['grow_1', 'grow_2', 'grow_3', 'why_1', 'why_2', 'age', 'owns']);
    expect(cells.map((row) => row.map((cell) => cell.trim()))).toEqual([
      ['1', '0', '1', '1', '3', '43', '1'],
      ['0', '1', '0', '2', '', '999', '0'],
    ]);
    expect(codebook.codebook.multiple).toMatchObject([
      { name: 'grow', ticked: '1' },
      { name: 'why', columns: [{ name: 'why_1' }, { name: 'why_2' }] },
    ]);
    expect(codebook.codebook.multiple?.[1]?.ticked).toBeUndefined();
    expect(codebook.codebook.variables.find(({ name }) => name === 'age')?.codes).toEqual([
      { code: '999', label: 'Refused', missing: 'refused' },
    ]);
  });

  it('in Triple-S, with CSV: a string of ticks is one cell, spread codes are several', async () => {
    const text = tripleS(
      'format="csv" skip="1"',
      variable('multiple', 'grow', 'start="1"', values) +
        variable('multiple', 'why', 'start="2" finish="3"', `<spread subfields="2"/>${values}`),
    );
    const codebook = await readCodebook(put(text), 'c.xml');
    if ('json' in codebook || codebook.data?.is !== 'csv') throw new Error('it has no CSV');
    const { heading, picks } = codebook.data;
    const layout: Layout = {
      is: 'delimited',
      encoding: 'utf-8',
      separator: ',',
      quote: '"',
      decimal: '.',
      heading,
      short: 'aside',
      picks,
    };
    const { names, rows } = await read('g,w1,w2\n"101",1,2\n011,3\n', layout);
    expect(names).toEqual(['grow_1', 'grow_2', 'grow_3', 'why_1', 'why_2']);
    expect(rows).toEqual([
      { line: 2, cells: ['1', '0', '1', '1', '2'] },
      { line: 3, cells: ['011', '3'], odd: 'cells' },
    ]);
  });

  it('are found in a table with a title above its heading, whatever divides its cells', async () => {
    for (const separator of [',', ';', '\t', '|']) {
      const lines = [['Codebook of wave 1'], [''], ['Variable', 'Label'], ['sex', 'Sex']].map((cells) =>
        cells.join(separator),
      );
      expect(await readCodebook(put(lines.join('\r\n')), 'c.csv')).toMatchObject({
        codebook: { variables: [{ name: 'sex', label: 'Sex' }] },
      });
    }
  });

  it.each([
    ['{"variables": 7', 'is not JSON'],
    ['plain words', 'was not understood as a codebook'],
    ['plot;beans\n1;2', 'was not understood as a codebook'],
    ['<table/>', 'begins with <table>'],
    ['<codeBook><dataDscr/></codeBook>', 'describes no variables'],
    ['<codeBook><dataDscr></codeBook>', 'not well-formed XML at line 1'],
    ['<!DOCTYPE x [<!ENTITY a "b">]><codeBook>&a;</codeBook>', 'declares entities'],
    ['<codeBook>&a;</codeBook>', 'not well-formed'],
    ['<sss><survey/></sss>', 'describes no record'],
    [
      '<sss><survey><record><variable type="single"><name>q</name></variable></record></survey></sss>',
      'where q stands',
    ],
  ])('are refused with the place: %s', async (text, message) => {
    await expect(readCodebook(put(text), 'c.xml')).rejects.toThrow(message);
  });
});
