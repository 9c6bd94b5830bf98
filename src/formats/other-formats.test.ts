import { createWriteStream, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { afterAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import type { Layout } from '../core/intake/layout.js';
import { bundleIn } from './bundle.js';
import { openBytes } from './bytes.js';
import { readCodebook } from './codebooks/read-codebook.js';
import { detectLayout, openRows } from './open-rows.js';
import type { Row } from './rows.js';
import { openArchive } from './zip.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-others-'));
afterAll(() => rmSync(folder, { recursive: true }));
let number = 0;

function put(content: string | Uint8Array): string {
  const path = join(folder, String(number++));
  writeFileSync(path, content);
  return path;
}

async function read(content: string | Uint8Array, layout?: Layout) {
  const path = put(content);
  const found = layout ? { gzip: false, layout } : await detectLayout(path, 'x');
  const source = await openRows({ path, name: 'x', gzip: found.gzip }, found.layout);
  const rows: Row[] = [];
  for await (const batch of source.batches) rows.push(...batch);
  return {
    layout: found.layout,
    names: source.columns.map(({ name }) => name),
    rows,
    cells: rows.map(({ cells }) => cells),
    share: source.share(),
  };
}

describe('rows in JSON', () => {
  it('are objects in an array or one a line; nested fields and lists have columns of their own', async () => {
    const people = [
      { id: 1, plot: { site: 'Mill Row', size: 2.5 }, grows: ['beans', 'kale'] },
      { id: 2, plot: { site: 'Weir "End"' }, grows: [], happy: true, note: null },
      { id: 3, grows: ['peas', 'beans', 'kale'], odd: [{ a: 1 }] },
    ];
    const names = ['id', 'plot.site', 'plot.size', 'grows_1', 'grows_2', 'grows_3', 'happy', 'note', 'odd'];
    const cells = [
      ['1', 'Mill Row', '2.5', 'beans', 'kale', '', '', '', ''],
      ['2', 'Weir "End"', '', '', '', '', 'true', '', ''],
      ['3', '', '', 'peas', 'beans', 'kale', '', '', '[{"a":1}]'],
    ];
    for (const text of [JSON.stringify(people, null, 1), people.map((one) => JSON.stringify(one)).join('\n')]) {
      expect(await read(text)).toMatchObject({ names, cells, share: 1 });
    }
  });

  it('name the line or element that cannot be read', async () => {
    await expect(read('{"a":1}\n{"a":\n')).rejects.toThrow('not JSON at line 2');
    await expect(read('{"a":1}\n7\n')).rejects.toThrow('Row 2 of x is not an object');
    await expect(read('[{"a":1},{"a":}]')).rejects.toThrow('element 2');
    await expect(read('[{"a":1},{"a":2}')).rejects.toThrow('the array is not closed');
  });
});

describe('Parquet', () => {
  const columns = [
    { name: 'id', data: [1n, 2n, 3n], type: 'INT64' as const },
    { name: 'site', data: ['Mill Row', null, 'Łódź 🌱'], type: 'STRING' as const },
    { name: 'w', data: [0.1, 1 / 3, NaN], type: 'DOUBLE' as const },
    { name: 'on', data: [true, false, null], type: 'BOOLEAN' as const },
    {
      name: 'came',
      data: [new Date('2026-11-01'), new Date('2026-11-01T10:30:00Z'), null],
      type: 'TIMESTAMP' as const,
    },
  ];
  it('keeps its names, texts, numbers to the last digit, days and blanks', async () => {
    const { names, cells, layout } = await read(
      new Uint8Array(parquetWriteBuffer({ columnData: columns, rowGroupSize: 2 })),
    );
    expect(layout).toEqual({ is: 'parquet' });
    expect(names).toEqual(['id', 'site', 'w', 'on', 'came']);
    expect(cells).toEqual([
      ['1', 'Mill Row', '0.1', 'true', '2026-11-01'],
      ['2', '', String(1 / 3), 'false', '2026-11-01T10:30:00Z'],
      ['3', 'Łódź 🌱', '', '', ''],
    ]);
  });
  it('is refused where it is damaged', async () => {
    const bytes = new Uint8Array(parquetWriteBuffer({ columnData: columns }));
    await expect(read(bytes.slice(0, bytes.length - 9))).rejects.toThrow('damaged Parquet file');
    const scratched = bytes.slice();
    scratched.fill(255, 4, 60);
    await expect(read(scratched)).rejects.toThrow('damaged Parquet file');
  });
});

describe('packed files', () => {
  it('are read as what is in them', async () => {
    const { cells, layout } = await read(gzipSync('a;b\n1;x\n2;y\n'));
    expect(layout).toMatchObject({ is: 'delimited', separator: ';' });
    expect(cells).toEqual([
      ['1', 'x'],
      ['2', 'y'],
    ]);
    expect((await read(gzipSync('{"a":1}\n'))).names).toEqual(['a']);
  });

  it('are refused where they are cut short, packed twice or unpack to too much', async () => {
    const whole = gzipSync(`a,b\n${'1,2\n'.repeat(100_000)}`);
    await expect(read(whole.subarray(0, whole.length / 2))).rejects.toThrow('cannot be unpacked');
    await expect(read(gzipSync(gzipSync('a,b\n1,2\n')))).rejects.toThrow('packed once more');
    const path = put(gzipSync(Buffer.alloc(5_000_000)));
    const { chunks } = openBytes({ path, name: 'bomb.gz', gzip: true }, 1_000_000);
    const all = async () => {
      let bytes = 0;
      for await (const chunk of chunks) bytes += chunk.length;
      return bytes;
    };
    await expect(all()).rejects.toThrow('unpacks to more than');
  });

  it('say what they hold, where it is clear which is the data', async () => {
    const archive = async (names: string[]) => {
      const path = join(folder, `${number++}.zip`);
      const zip = new yazl.ZipFile();
      for (const name of names) zip.addBuffer(Buffer.from('a\n1\n'), name);
      zip.end();
      const file = createWriteStream(path);
      zip.outputStream.pipe(file);
      await once(file, 'close');
      return openArchive(path, 'x.zip');
    };
    expect(bundleIn(await archive(['w/data.csv', 'w/codebook.xml', '__MACOSX/w/._data.csv']), 'x.zip')).toEqual({
      data: 'w/data.csv',
      codebook: 'w/codebook.xml',
    });
    const two = await archive(['a.csv', 'b.csv']);
    expect(() => bundleIn(two, 'x.zip')).toThrow('2 files that it could be: a.csv, b.csv');
    const none = await archive(['readme.md']);
    expect(() => bundleIn(none, 'x.zip')).toThrow('no data file');
  });
});

describe('what is no table', () => {
  it.each([
    ['%PDF-1.7 …', 'is a PDF'],
    [new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1, 0, 0]), 'old binary kind'],
    ['<?xml version="1.0"?><codeBook/>', 'is XML'],
    [new Uint8Array([65, 44, 66, 10, 0, 1, 2]), 'not a text file: byte 5 is 0'],
    ['', 'is empty'],
  ])('is refused by name', async (content, message) => {
    await expect(read(content)).rejects.toThrow(message);
  });

  it('a line without end is refused before it fills the memory', async () => {
    const endless = Buffer.alloc(40 * 1024 * 1024, 'x');
    await expect(read(endless)).rejects.toThrow('longer than 32 million characters');
    await expect(read(Buffer.concat([Buffer.from('{"a":"'), endless]), { is: 'json', shape: 'lines' })).rejects.toThrow(
      'longer than 32 million',
    );
    await expect(
      read(Buffer.concat([Buffer.from('[{"a":"'), endless]), { is: 'json', shape: 'array' }),
    ).rejects.toThrow('longer than 32 million');
  }, 60_000);
});

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
    const found = await readCodebook(put(ddi), 'c.xml');
    if ('json' in found) throw new Error('it is no JSON');
    expect(found).toMatchObject({ kind: 'DDI-Codebook', data: null, remarks: [] });
    expect(found.codebook.name).toBe('Plots');
    expect(found.codebook.variables).toMatchObject([
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
    expect(found.codebook.multiple).toEqual([
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
    const found = await readCodebook(put(Buffer.from(text, 'latin1')), 'c.xml');
    if ('json' in found || found.data?.is !== 'fixed') throw new Error('it has no places');
    expect(found.codebook.name).toBe('Plötze');
    const layout: Layout = { is: 'fixed', encoding: 'utf-8', skip: found.data.skip, fields: found.data.fields };
    const { names, cells } = await read('101 1 3 431\n010 2  9990\n', layout);
    expect(names).toEqual(['grow_1', 'grow_2', 'grow_3', 'why_1', 'why_2', 'age', 'owns']);
    expect(cells.map((row) => row.map((cell) => cell.trim()))).toEqual([
      ['1', '0', '1', '1', '3', '43', '1'],
      ['0', '1', '0', '2', '', '999', '0'],
    ]);
    expect(found.codebook.multiple).toMatchObject([
      { name: 'grow', ticked: '1' },
      { name: 'why', columns: [{ name: 'why_1' }, { name: 'why_2' }] },
    ]);
    expect(found.codebook.multiple?.[1]?.ticked).toBeUndefined();
    expect(found.codebook.variables.find(({ name }) => name === 'age')?.codes).toEqual([
      { code: '999', label: 'Refused', missing: 'refused' },
    ]);
  });

  it('in Triple-S, with CSV: a string of ticks is one cell, spread codes are several', async () => {
    const text = tripleS(
      'format="csv" skip="1"',
      variable('multiple', 'grow', 'start="1"', values) +
        variable('multiple', 'why', 'start="2" finish="3"', `<spread subfields="2"/>${values}`),
    );
    const found = await readCodebook(put(text), 'c.xml');
    if ('json' in found || found.data?.is !== 'csv') throw new Error('it has no CSV');
    const { heading, picks } = found.data;
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
