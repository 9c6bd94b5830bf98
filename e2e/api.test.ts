import { readFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import iconv from 'iconv-lite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { OPERATIONS } from '../src/api/operations/registry.js';
import type { Assessment } from '../src/core/assess/types.js';
import { TABLE_MEASURE_IDS, TABLE_TEST_IDS } from '../src/core/statistic/registry.js';
import type {
  AnswerTo,
  Counts,
  Intake,
  KeptTable,
  KeptWorking,
  ProblemBody,
  StudyView,
  VariableDetail,
  WorkingPreview,
} from '../src/api/types.js';
import { awaitRead, call, ROOT, send, type Server, startServer, temporaryStore } from './server.js';

interface SurveyReference {
  weighted: { counts: number[][]; weights: object; expect: { 'rao-scott': { p: number } } }[];
  multiple: {
    groups: number[];
    mentions: number[][];
    options: number;
    weights: null;
    expect: Record<string, number>;
  }[];
}
const survey = JSON.parse(readFileSync(join(ROOT, 'reference', 'survey.json'), 'utf8')) as SurveyReference;

const home = temporaryStore();
let server: Server;
beforeAll(async () => {
  server = await startServer(home.store);
});
afterAll(async () => {
  await server.stop();
  home.remove();
});

const CSV = [
  'id,site,sat,beans,onions,none,age,remark',
  '1,1,1,1,1,2,34,"good, very"',
  '2,1,2,1,2,2,51,',
  '3,2,9,2,2,1,999,"two\nlines"',
  '4,2,1,2,1,2,29,x',
  '5,2,3,2,2,2,40,y',
  '6,1,3,,,,63,z',
].join('\n');

/** Takes a file in and accepts it; gives the study's id. */
async function study(csv: string | Uint8Array, acceptance: object = {}, name = 'file.csv'): Promise<string> {
  const intake = await send<Intake>(server, name, csv);
  expect(intake.status, JSON.stringify(intake.body)).toBe(201);
  const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${intake.body.id}/accept`, {
    name: 'Test',
    ...acceptance,
  });
  expect(accepted.status, JSON.stringify(accepted.body)).toBe(201);
  return accepted.body.study;
}
const view = async (id: string) => (await call<StudyView>(server, 'GET', `/studies/${id}`)).body;
const idOf = async (id: string, name: string) =>
  (await view(id)).variables.find((variable) => variable.name === name)?.id ?? 0;
const frequencies = async (id: string, name: string) => {
  const { body } = await call<Counts>(server, 'POST', `/studies/${id}/counts`, {
    rows: await idOf(id, name),
    by: null,
    only: [],
  });
  return Object.fromEntries(
    body.axes[0]!.slots.map((slot, k) => [slot.is === 'code' ? slot.code : slot.is, body.respondents[k]]),
  );
};

/** Why a file is refused: at once, or, where it might be read in another way, in its intake. */
async function refusal(name: string, content: string | Uint8Array): Promise<Pick<ProblemBody, 'detail' | 'place'>> {
  const { status, type, body } = await send<ProblemBody & Intake>(server, name, content);
  if (status === 201) {
    expect(body.state).toBe('failed');
    expect(body.fault?.mend).not.toBe('');
    await call(server, 'DELETE', `/intakes/${body.id}`);
    return { detail: body.fault?.message ?? '', place: body.fault?.place ?? {} };
  }
  expect(status).toBeGreaterThanOrEqual(400);
  expect(type).toContain('application/problem+json');
  expect(body.status).toBe(status);
  expect(body.mend).not.toBe('');
  return body;
}

describe('intake', () => {
  it('says what it understood, and makes a study of what was accepted', async () => {
    const { body } = await send<Intake>(server, 'plots.csv', CSV);
    expect(body).toMatchObject({ state: 'read', layout: { is: 'delimited', separator: ',', encoding: 'utf-8' } });
    expect(body.read?.respondents).toBe(6);
    expect(body.read?.columns.map(({ name, blank }) => [name, blank])).toContainEqual(['beans', 1]);
    expect(body.preview?.rows[2]?.cells).toContain('two\nlines');
    const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, {
      name: 'Plots',
      columns: [{ name: 'sat', label: 'Satisfaction', level: 'ordered' }],
    });
    const studyView = await view(accepted.body.study);
    expect(studyView.study).toMatchObject({ name: 'Plots', respondents: 6, fileName: 'plots.csv' });
    expect(studyView.variables.find(({ name }) => name === 'sat')).toMatchObject({
      label: 'Satisfaction',
      level: 'ordered',
      answers: 6,
    });
    expect(await frequencies(accepted.body.study, 'site')).toEqual({ blank: 0, '1': 3, '2': 3 });
    expect((await call(server, 'GET', `/intakes/${body.id}`)).status).toBe(404);
  });

  it.each([
    ['semicolons', 'a;b\n1;x,y\n2;z\n', ';'],
    ['tabs', 'a\tb\n1\tx\n2\ty\n', '\t'],
    ['bars', 'a|b\n1|x\n2|y\n', '|'],
    ['a byte-order mark', '\uFEFFa,b\n1,x\n2,y\n', ','],
    ['Windows line ends', 'a,b\r\n1,x\r\n2,y\r\n', ','],
    ['no line end at the end', 'a,b\n1,x\n2,y', ','],
  ])('reads %s', async (_, csv, separator) => {
    const { body } = await send<Intake>(server, 'x.csv', csv);
    expect(body.layout).toMatchObject({ separator });
    expect(body.read?.columns.map(({ name }) => name)).toEqual(['a', 'b']);
    expect(body.read?.respondents).toBe(2);
  });

  it.each(['windows-1252', 'utf-16le', 'utf-16be'])('reads %s', async (encoding) => {
    const text = 'name,town\nJosé,Málaga\nZoë,Köln – Süd\nZoë,Málaga\n';
    const content = iconv.encode(text, encoding, { addBOM: encoding.startsWith('utf-16') });
    const { body } = await send<Intake>(server, 'x.csv', content);
    expect(body.layout).toMatchObject({ encoding });
    expect(body.preview?.rows[1]?.cells).toEqual(['Zoë', 'Köln – Süd']);
  });

  it('reads a column named twice, or not at all, under names of its own, and says so', async () => {
    const { body } = await send<Intake>(server, 'x.csv', 'a,a,\n1,2,3\n4,5,6\n');
    expect(body.read?.columns.map(({ name }) => name)).toEqual(['a', 'a_2', 'column_3']);
    expect(body.read?.columns[1]?.guesses[0]?.text).toBe('The heading a stands twice; column 2 is called a_2.');
    expect(body.read?.columns[2]?.guesses[0]?.text).toContain('Column 3 has no heading');
  });

  it('reads 1,500 columns', async () => {
    const names = Array.from({ length: 1500 }, (_, k) => `q${k}`);
    const rows = Array.from({ length: 20 }, (_, r) => names.map((__, k) => (r * k) % 5).join(','));
    const studyView = await view(await study([names.join(','), ...rows].join('\n')));
    expect(studyView.variables).toHaveLength(1500);
    expect(studyView.variables[1499]?.answers).toBe(20);
  });

  it('refuses an empty file', async () => {
    for (const empty of ['', '\n\n', '\uFEFF']) {
      const problem = await refusal('x.csv', empty);
      expect(problem.detail).toBe('x.csv is empty.');
      expect(problem.place).toMatchObject({ line: 1 });
    }
  });

  it('refuses a heading without respondents', async () => {
    const problem = await refusal('x.csv', 'a,b,c\n');
    expect(problem.detail).toContain('no respondents');
    expect(problem.place).toMatchObject({ file: 'x.csv', line: 2 });
  });

  it('sets rows aside that it cannot read, with their lines and reasons; none goes in silence', async () => {
    const { body } = await send<Intake>(server, 'x.csv', 'a,b,c\n1,2,3\n"1\n1",2\n1,2,3,4\n"x,2,3\n1,2,3,,\n4,5,6\n');
    expect(body.read).toMatchObject({ respondents: 3, unread: { rows: 3 } });
    expect(body.read?.unread.first.map(({ line, why }) => `${line}: ${why}`)).toEqual([
      '3: It has 2 cells, the heading 3.',
      '5: It has 4 cells, the heading 3.',
      '6: A quote on it is never closed, or text goes on behind one.',
    ]);
    expect(body.preview?.rows.map(({ why }) => why === null)).toEqual([true, false, false, false, true, true]);
    const csv = await call<string>(server, 'GET', `/intakes/${body.id}/unread.csv`);
    expect(csv.body.split('\r\n')[1]).toBe('3,"It has 2 cells, the heading 3.","1\n1",2');
    const filled = await call<Intake>(server, 'PUT', `/intakes/${body.id}/layout`, { ...body.layout, short: 'blank' });
    expect((await awaitRead(server, filled.body)).read).toMatchObject({ respondents: 4, unread: { rows: 2 } });
    const made = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Odd rows' });
    const kept = await call<string>(server, 'GET', `/studies/${made.body.study}/unread.csv`);
    expect(kept.body).toContain('1,2,3,4');
    expect((await view(made.body.study)).study.respondents).toBe(4);
  });

  it('refuses a file of which no row can be read, with the first line and why', async () => {
    const problem = await refusal('x.csv', 'a,b\n"1\n');
    expect(problem.detail).toContain('Not one of the 1 rows of x.csv can be read');
    expect(problem.place).toMatchObject({ line: 2 });
  });

  it('reads a file in another way when told to, and keeps what was found', async () => {
    const { body } = await send<Intake>(server, 'x.csv', 'a;b\n1,5;x\n2,25;y\n');
    expect(body.layout).toMatchObject({ separator: ';', decimal: ',' });
    expect(body.read?.columns[0]?.codes.map(({ code }) => code)).toEqual(['1.5', '2.25']);
    const change = async (more: object) => {
      const changed = await call<Intake>(server, 'PUT', `/intakes/${body.id}/layout`, { ...body.layout, ...more });
      return awaitRead(server, changed.body);
    };
    const points = await change({ decimal: '.', heading: false });
    expect(points.read?.columns.map(({ name, codes }) => [name, codes.map(({ code }) => code).join()])).toEqual([
      ['column_1', '1,5,2,25,a'],
      ['column_2', 'b,x,y'],
    ]);
    expect(points.found).toEqual(body.layout);
    expect((await change({ separator: '|' })).preview?.columns).toEqual(['a;b']);
    expect((await call(server, 'PUT', `/intakes/${body.id}/layout`, { is: 'parquet' })).status).toBe(422);
    expect(
      (await call(server, 'PUT', `/intakes/${body.id}/layout`, { ...body.layout, encoding: 'nonsense' })).status,
    ).toBe(400);
  });

  it('takes decisions of many columns: missing codes, levels, columns left out, questions', async () => {
    const rows = Array.from({ length: 60 }, (_, k) =>
      [
        k,
        (k % 5) + 1,
        k % 9 === 0 ? 99 : k % 5,
        k % 2,
        k % 3 === 0 ? 1 : 0,
        1,
        (k % 4) + 1,
        k % 3 === 0 ? '' : ((k + 1) % 4) + 1,
      ].join(','),
    );
    const { body } = await send<Intake>(
      server,
      'x.csv',
      ['id,sat,use,g_beans,g_kale,g_none,why_1,why_2', ...rows].join('\n'),
    );
    const columns = body.read?.columns ?? [];
    expect(columns.find(({ name }) => name === 'use')?.guesses[0]).toMatchObject({
      is: 'no-answer',
      codes: [{ code: '99', respondents: 7 }],
    });
    expect(columns.find(({ name }) => name === 'g_none')?.guesses[0]?.is).toBe('constant');
    expect(body.read?.questions.map(({ is, name }) => [is, name])).toEqual([
      ['ticks', 'g'],
      ['slots', 'why'],
    ]);
    const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, {
      name: 'Many',
      columns: [
        { name: 'id', leaveOut: true },
        { name: 'sat', level: 'ordered' },
        { name: 'use', missing: [{ code: '99', missing: 'refused' }] },
      ],
      questions: [
        {
          name: 'grows',
          label: 'Grows',
          ticked: '1',
          columns: [
            { name: 'g_beans', label: 'Beans' },
            { name: 'g_kale', label: 'Kale' },
          ],
          none: 'g_none',
        },
        {
          name: 'why',
          label: 'Why',
          columns: [
            { name: 'why_1', label: '1st' },
            { name: 'why_2', label: '2nd' },
          ],
        },
      ],
    });
    const studyView = await view(accepted.body.study);
    expect(studyView.variables.map(({ name }) => name)).not.toContain('id');
    expect(studyView.variables.find(({ name }) => name === 'sat')?.level).toBe('ordered');
    expect(studyView.variables.find(({ name }) => name === 'use')).toMatchObject({ missing: 7, answers: 53 });
    expect(studyView.variables.find(({ name }) => name === 'grows')).toMatchObject({ made: 'gather', answers: 60 });
    const why = studyView.variables.find(({ name }) => name === 'why');
    expect(why).toMatchObject({ made: 'slots', answers: 60, holds: true });
    expect(why?.codes.map(({ code }) => code)).toEqual(['1', '2', '3', '4']);
    const counted = await frequencies(accepted.body.study, 'why');
    expect(counted).toMatchObject({ '1': 25, '2': 25, '3': 25, '4': 25, mentioned: 60 });
  });

  it('makes one study where it is accepted twice at once, and takes a column in after a refused try', async () => {
    const { body } = await send<Intake>(server, 'x.csv', CSV);
    const accept = (acceptance: object) =>
      call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Twice', ...acceptance });
    const twins = {
      name: 'crops',
      label: 'Crops',
      ticked: '1',
      columns: [
        { name: 'beans', label: 'Same' },
        { name: 'onions', label: 'Same' },
      ],
    };
    expect((await accept({ columns: [{ name: 'age', leaveOut: true }], questions: [twins] })).status).toBe(400);
    const both = await Promise.all([accept({}), accept({})]);
    expect(both.map(({ status }) => status)).toEqual([201, 201]);
    // Who asks again, at once or later, is told what it became.
    expect(new Set([...both, await accept({})].map(({ body: { study } }) => study)).size).toBe(1);
    const [made] = (await call<{ id: string; name: string }[]>(server, 'GET', '/studies')).body.filter(
      ({ name }) => name === 'Twice',
    );
    expect((await view(made?.id ?? '')).variables.map(({ name }) => name)).toContain('age');
  });

  it('takes a codebook that comes with the file, and says what does not fit', async () => {
    const { body } = await send<Intake>(server, 'x.dat', '1010023\n2110945\n1001999\n');
    const sss =
      '<sss version="2.0"><survey><name>P</name><title>Plots</title><record ident="A"><variable ident="1" ' +
      'type="single"><name>site</name><label>Site</label><position start="1"/><values><value code="1">Mill ' +
      'Row</value><value code="2">Weir End</value></values></variable><variable ident="2" ' +
      'type="multiple"><name>grow</name><label>Grows</label><position start="2" finish="4"/><values><value ' +
      'code="1">Beans</value><value code="2">Kale</value><value ' +
      'code="3">Peas</value></values></variable><variable ident="3" ' +
      'type="quantity"><name>age</name><label>Age</label><position start="5" ' +
      'finish="7"/></variable></record></survey></sss>';
    const attach = (name: string, text: string) =>
      fetch(`${server.address}/api/v1/intakes/${body.id}/codebook?file=${name}`, { method: 'PUT', body: text });
    const refused = await attach('c.xml', '<sss><survey/></sss>');
    expect(((await refused.json()) as ProblemBody).detail).toContain('describes no record');
    const changed = await awaitRead(server, (await (await attach('c.xml', sss)).json()) as Intake);
    expect(changed).toMatchObject({ codebook: { kind: 'Triple-S' }, layout: { is: 'fixed' }, codebookSaysHow: true });
    expect(changed.read?.columns.map(({ name }) => name)).toEqual(['site', 'grow_1', 'grow_2', 'grow_3', 'age']);
    const without = await call<Intake>(server, 'DELETE', `/intakes/${body.id}/codebook`);
    expect((await awaitRead(server, without.body)).layout.is).toBe('delimited');
    await awaitRead(server, (await (await attach('c.xml', sss)).json()) as Intake);
    const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Plots' });
    const studyView = await view(accepted.body.study);
    expect(studyView.variables.map(({ label }) => label)).toEqual([
      'Site',
      'Grows: Beans',
      'Grows: Kale',
      'Grows: Peas',
      'Grows',
      'Age',
    ]);
    expect(await frequencies(accepted.body.study, 'grow')).toMatchObject({ '1': 1, '2': 2, '3': 1, nothing: 0 });
  });

  it('refuses what is not text', async () => {
    const problem = await refusal('photo.csv', new Uint8Array([137, 80, 78, 71, 0, 1, 2, 3]));
    expect(problem.detail).toContain('is a picture');
  });

  it('refuses a level that the column cannot have, and a column that is not there', async () => {
    const { body } = await send<Intake>(server, 'x.csv', CSV);
    const accept = (columns: object[]) =>
      call<ProblemBody>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'x', columns });
    expect((await accept([{ name: 'nowhere', level: 'number' }])).body.detail).toContain('no column nowhere');
    expect((await accept([{ name: 'sat', level: 'multiple' }])).status).toBe(400);
    expect((await call(server, 'POST', `/intakes/${body.id}/accept`, { name: ' ' })).status).toBe(400);
  });

  it('leaves nothing behind of a codebook that does not fit', async () => {
    const { body } = await send<Intake>(server, 'x.csv', CSV);
    const before = (await call<unknown[]>(server, 'GET', '/studies')).body.length;
    const codebook = {
      variables: [],
      multiple: [
        {
          name: 'crops',
          label: 'Crops',
          columns: [
            { name: 'beans', label: 'B' },
            { name: 'kale', label: 'K' },
          ],
          ticked: '1',
        },
      ],
    };
    const reply = await call<ProblemBody>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'x', codebook });
    expect(reply.body.detail).toContain('names the column kale');
    expect((await call<unknown[]>(server, 'GET', '/studies')).body).toHaveLength(before);
    expect((await call(server, 'DELETE', `/intakes/${body.id}`)).status).toBe(204);
  });
});

describe('tables', () => {
  let id = '';
  beforeAll(async () => {
    id = await study(CSV, {
      codebook: {
        variables: [
          {
            name: 'sat',
            label: 'Satisfaction',
            level: 'ordered',
            codes: [
              { code: '1', label: 'Yes' },
              { code: '2', label: 'So-so' },
              { code: '3', label: 'No' },
              { code: '9', label: 'Refused', missing: 'refused' },
            ],
          },
          { name: 'age', level: 'number', codes: [{ code: '999', label: 'Refused', missing: 'refused' }] },
        ],
        multiple: [
          {
            name: 'crops',
            label: 'Crops',
            columns: [
              { name: 'beans', label: 'Beans' },
              { name: 'onions', label: 'Onions' },
            ],
            ticked: '1',
            none: 'none',
          },
        ],
      },
    });
  });

  it('counts a sentence with a filter', async () => {
    const only = [{ variable: await idOf(id, 'age'), is: 'between', from: 30, to: null }];
    const { body } = await call<Counts>(server, 'POST', `/studies/${id}/counts`, {
      rows: await idOf(id, 'sat'),
      by: await idOf(id, 'site'),
      only,
    });
    expect(body.total).toBe(6);
    expect(body.filtered).toEqual([{ outside: 1, unknown: 1 }]);
    expect(body.respondents.reduce((a, b) => a + b, 0)).toBe(4);
  });

  it('counts a multiple-response question: mentions, none, nothing, blank', async () => {
    expect(await frequencies(id, 'crops')).toEqual({
      blank: 1,
      '1': 2,
      '2': 2,
      mentioned: 3,
      none: 1,
      nothing: 1,
      'no-answer': 0,
      'not-asked': 0,
      'not-coded': 0,
    });
  });

  it('exports CSV with base, mentions and who was left out', async () => {
    const sentence = encodeURIComponent(JSON.stringify({ rows: await idOf(id, 'crops'), by: null, only: [] }));
    const { body, type } = await call<string>(server, 'GET', `/studies/${id}/table.csv?sentence=${sentence}`);
    expect(type).toContain('text/csv');
    expect(body.split('\r\n')).toEqual([
      expect.stringContaining('Crops'),
      'Crops,respondents,% of respondents,mentions,% of mentions',
      'Beans,2,40,2,50',
      'Onions,2,40,2,50',
      'None of these,1,20,,',
      'Ticked nothing,1,20,,',
      'All who answered,5',
      'Mentions,4',
      'Mentions per respondent,0.8',
      '',
      'Respondents in the study,6',
      '"Left out, Crops: blank",1',
      '',
    ]);
  });

  it('refuses a variable that is not there, and text as an axis', async () => {
    const ask = (body: object) => call<ProblemBody>(server, 'POST', `/studies/${id}/counts`, body);
    expect((await ask({ rows: 999, by: null, only: [] })).body.detail).toContain(
      'no variable 999, which "rows" asks for',
    );
    expect((await ask({ rows: 'sat', by: null, only: [] })).status).toBe(400);
    expect((await ask({ rows: 1, by: null })).body.place).toMatchObject({ field: 'only' });
    const bad = await call<ProblemBody>(server, 'GET', `/studies/${id}/table.csv?sentence=nonsense`);
    expect(bad.body.detail).toContain('not JSON');
  });

  it('saves, changes and removes a table', async () => {
    const shown = { figures: [{ figure: 'row-percent' }, { figure: 'expected', decimals: 2 }], hatch: false };
    const sentence = { rows: await idOf(id, 'sat'), by: await idOf(id, 'site'), only: [] };
    const saved = await call<KeptTable>(server, 'POST', `/studies/${id}/tables`, {
      title: 'Satisfaction by site',
      sentence,
      shown,
    });
    expect(saved.status).toBe(201);
    const path = `/studies/${id}/tables/${saved.body.id}`;
    expect((await call<KeptTable>(server, 'GET', path)).body).toMatchObject({ sentence, shown });
    await call(server, 'PUT', path, { title: 'Satisfaction', sentence: { ...sentence, by: null }, shown });
    expect((await view(id)).tables).toMatchObject([{ title: 'Satisfaction', sentence: { by: null } }]);
    expect((await call<string>(server, 'GET', `${path}/csv`)).body).toContain('Yes,2,');
    expect((await call(server, 'DELETE', path)).status).toBe(204);
    expect((await call(server, 'GET', path)).status).toBe(404);
    expect(
      (
        await call<ProblemBody>(server, 'POST', `/studies/${id}/tables`, {
          title: 'x',
          sentence: { ...sentence, rows: 888 },
          shown,
        })
      ).status,
    ).toBe(404);
  });
});

describe('workings', () => {
  let id = '';
  let sat = 0;
  const groups = [
    { code: '1', label: 'Content', from: ['1', '2'] },
    { code: '2', label: 'Not', from: ['3'] },
  ];
  beforeAll(async () => {
    id = await study(CSV, {
      codebook: {
        variables: [{ name: 'sat', level: 'ordered', codes: [{ code: '9', label: 'Refused', missing: 'refused' }] }],
      },
    });
    sat = await idOf(id, 'sat');
  });
  const recipe = (over: object = {}) => ({
    kind: 'regroup',
    source: sat,
    level: 'ordered',
    groups,
    setAside: [],
    ...over,
  });
  const keep = (body: object) =>
    call<KeptWorking & ProblemBody>(server, 'POST', `/studies/${id}/workings`, {
      name: '',
      label: 'Contentment',
      recipe: recipe(),
      ...body,
    });

  it('proves a regroup before it is kept: left out, and named twice', async () => {
    const preview = (over: object) =>
      call<WorkingPreview>(server, 'POST', `/studies/${id}/workings/preview`, recipe(over));
    const out = (await preview({ groups: [groups[0]] })).body.proof;
    expect(out.holds).toBe(false);
    expect(out.findings.find(({ id: finding }) => finding === 'left-over')?.codes).toEqual(['3']);
    const twice = (await preview({ groups: [groups[0], { ...groups[1], from: ['2', '3'] }] })).body.proof;
    expect(twice.findings.find(({ id: finding }) => finding === 'doubled')?.codes).toEqual(['2']);
    expect((await preview({})).body.proof.holds).toBe(true);
    expect((await view(id)).workings).toEqual([]);
  });

  it('keeps a working; its variable counts as the recipe says', async () => {
    const kept = await keep({});
    expect(kept.status).toBe(201);
    expect(await frequencies(id, 'contentment')).toEqual({ blank: 0, '1': 3, '2': 2, '9': 1 });
    const studyView = (await view(id)).variables.find(({ id: variable }) => variable === kept.body.variable);
    expect(studyView).toMatchObject({
      name: 'contentment',
      level: 'ordered',
      answers: 5,
      missing: 1,
      holds: true,
      made: 'regroup',
    });
  });

  it('keeps one whose proof fails, but marks it and all that stands on it', async () => {
    const failing = await keep({ name: 'partial', label: 'Partial', recipe: recipe({ groups: [groups[0]] }) });
    expect(failing.body.proof.holds).toBe(false);
    await keep({
      name: 'further',
      label: 'Further',
      recipe: recipe({ source: failing.body.variable, groups: [{ code: '1', label: 'All', from: ['1'] }] }),
    });
    const { variables } = await view(id);
    expect(variables.find(({ name }) => name === 'partial')?.holds).toBe(false);
    expect(variables.find(({ name }) => name === 'further')?.holds).toBe(false);
    expect(await frequencies(id, 'partial')).toEqual({ blank: 0, '1': 3, 'left-over': 2, '9': 1 });
  });

  it('changes a working, and what stands on it follows', async () => {
    const { workings } = await view(id);
    const first = workings.find((working) => working.recipe.kind === 'regroup' && working.recipe.source === sat)!;
    const chained = await keep({
      name: 'chained',
      label: 'Chained',
      recipe: recipe({
        source: first.variable,
        groups: [
          { code: '1', label: 'Good', from: ['1'] },
          { code: '2', label: 'Bad', from: ['2'] },
        ],
      }),
    });
    expect(await frequencies(id, 'chained')).toEqual({ blank: 0, '1': 3, '2': 2, '9': 1 });
    const narrower = recipe({
      groups: [
        { ...groups[0], from: ['1'] },
        { ...groups[1], from: ['2', '3'] },
      ],
    });
    const edited = await call<KeptWorking>(server, 'PUT', `/studies/${id}/workings/${first.id}`, {
      name: '',
      label: 'Contentment',
      recipe: narrower,
    });
    expect(edited.status).toBe(200);
    expect(await frequencies(id, 'contentment')).toEqual({ blank: 0, '1': 2, '2': 3, '9': 1 });
    expect(await frequencies(id, 'chained')).toEqual({ blank: 0, '1': 2, '2': 3, '9': 1 });
    expect(chained.body.proof.holds).toBe(true);
  });

  it('refuses a circle, spelled out', async () => {
    const { variables, workings } = await view(id);
    const end = variables.find(({ name }) => name === 'chained')!;
    const start = workings.find(
      ({ variable }) => variable === variables.find(({ name }) => name === 'contentment')?.id,
    )!;
    const reply = await call<ProblemBody>(server, 'PUT', `/studies/${id}/workings/${start.id}`, {
      name: '',
      label: 'Contentment',
      recipe: recipe({ source: end.id }),
    });
    expect(reply.status).toBe(409);
    expect(reply.body.detail).toBe('This would go in a circle: Contentment from Chained from Contentment.');
  });

  it('does not take out what is still used, and names the users', async () => {
    const { workings, variables } = await view(id);
    const used = workings.find(
      ({ variable }) => variable === variables.find(({ name }) => name === 'contentment')?.id,
    )!;
    const reply = await call<ProblemBody>(server, 'DELETE', `/studies/${id}/workings/${used.id}`);
    expect(reply.status).toBe(409);
    expect(reply.body.detail).toBe('Contentment is used by Chained.');
    const last = workings.find(({ variable }) => variable === variables.find(({ name }) => name === 'chained')?.id)!;
    expect((await call(server, 'DELETE', `/studies/${id}/workings/${last.id}`)).status).toBe(204);
    expect((await view(id)).variables.some(({ name }) => name === 'chained')).toBe(false);
  });

  it('refuses a name that is taken', async () => {
    expect((await keep({ name: 'sat' })).body.detail).toContain('already has a variable sat');
  });

  it('follows the codebook: a code marked as missing leaves the working', async () => {
    const edit = {
      codes: [
        { code: '1', label: 'Yes', missing: null },
        { code: '2', label: 'So-so', missing: 'other' },
        { code: '3', label: 'No', missing: null },
        { code: '9', label: 'Refused', missing: 'refused' },
      ],
    };
    const detail = await call<VariableDetail>(server, 'PATCH', `/studies/${id}/variables/${sat}`, edit);
    expect(detail.body.codes.find(({ code }) => code === '2')).toMatchObject({ missing: 'other', respondents: 1 });
    const { workings, variables } = await view(id);
    const working = workings.find(
      ({ variable }) => variable === variables.find(({ name }) => name === 'contentment')?.id,
    )!;
    expect(working.proof.findings.find(({ id: finding }) => finding === 'revived')?.holds).toBe(false);
    expect(variables.find(({ name }) => name === 'contentment')?.holds).toBe(false);
  });
});

describe('codebook', () => {
  it('asks before it changes a list that others share', async () => {
    const codebook = {
      codeLists: {
        yn: [
          { code: '1', label: 'Yes' },
          { code: '2', label: 'No' },
        ],
      },
      variables: ['beans', 'onions'].map((name) => ({ name, codeList: 'yn' })),
    };
    const id = await study(CSV, { codebook });
    const [beans, onions] = [await idOf(id, 'beans'), await idOf(id, 'onions')];
    const codes = [
      { code: '1', label: 'Ja', missing: null },
      { code: '2', label: 'Nein', missing: null },
    ];
    const edit = (body: object) => call<ProblemBody>(server, 'PATCH', `/studies/${id}/variables/${beans}`, body);
    const asked = await edit({ codes });
    expect(asked.status).toBe(409);
    expect(asked.body.detail).toBe('The code list is shared with onions.');
    await edit({ codes, codesFor: 'this' });
    const labels = async (variable: number) =>
      (await call<VariableDetail>(server, 'GET', `/studies/${id}/variables/${variable}`)).body.codes.map(
        ({ label }) => label,
      );
    expect(await labels(beans)).toEqual(['Ja', 'Nein']);
    expect(await labels(onions)).toEqual(['Yes', 'No']);
    expect((await edit({ codes: [codes[0], codes[0]] })).body.detail).toContain('The code 1 stands twice');
    expect((await edit({ level: 'multiple' })).status).toBe(400);
  });

  it('describes a number without its missing codes', async () => {
    const id = await study(CSV, {
      codebook: {
        variables: [{ name: 'age', level: 'number', codes: [{ code: '999', label: 'Refused', missing: 'refused' }] }],
      },
    });
    const { body } = await call<VariableDetail>(server, 'GET', `/studies/${id}/variables/${await idOf(id, 'age')}`);
    expect(body.summary).toMatchObject({ n: 5, minimum: 29, maximum: 63, median: 40 });
  });

  it('describes a number that is kept as numbers', async () => {
    const rows = Array.from({ length: 3000 }, (_, k) => `${k},${k / 7}`);
    const id = await study(['id,w', ...rows, '3000,'].join('\n'));
    const { body } = await call<VariableDetail>(server, 'GET', `/studies/${id}/variables/${await idOf(id, 'w')}`);
    expect(body.summary).toMatchObject({ n: 3000, minimum: 0, maximum: 2999 / 7 });
    expect(body.blank).toBe(1);
    const sentence = { rows: await idOf(id, 'w'), by: null, only: [] };
    const described = await call<Counts>(server, 'POST', `/studies/${id}/counts`, sentence);
    expect(described.body.numbers?.[0]?.all).toMatchObject({ n: 3000, maximum: 2999 / 7 });
    const refused = await call<ProblemBody>(server, 'POST', `/studies/${id}/counts`, { ...sentence, as: 'values' });
    expect(refused.status).toBe(422);
    expect(refused.body.detail).toContain('too many different numbers');
  });
});

describe('assess', () => {
  const assessed = async (body: object) => (await call<Assessment>(server, 'POST', '/assess', body)).body;

  it('answers by the ids of the conventions', async () => {
    const body = await assessed({
      counts: [
        [10, 20],
        [30, 5],
      ],
    });
    expect(Object.keys(body.tests)).toEqual(TABLE_TEST_IDS.filter((id) => id !== 'rao-scott' && id !== 'design-trend'));
    expect(Object.keys(body.measures)).toEqual(TABLE_MEASURE_IDS);
    expect(body).toMatchObject({ dropped: { rows: [], columns: [] }, cautions: [] });
    expect(body.absent.map(({ id }) => id)).toEqual(['rao-scott', 'design-trend']);
  });

  it('takes weights, strata, one-way counts, related answers, codings and mentions', async () => {
    const { counts, weights, expect: weighted } = survey.weighted[0]!;
    expect((await assessed({ counts, weights })).tests['rao-scott']?.p).toBeCloseTo(weighted['rao-scott'].p, 8);
    const strata = [
      [
        [12, 8],
        [5, 15],
      ],
      [
        [9, 11],
        [4, 19],
      ],
    ];
    const split = await assessed({ strata });
    expect(split.tests['mantel-haenszel']?.df).toBe(1);
    expect(split.tests['breslow-day']?.variants?.tarone).toBeDefined();
    expect(split.measures['common-odds-ratio']?.lower).toBeGreaterThan(1);
    expect((await assessed({ oneWay: { counts: [5, 9, 4] } })).tests['goodness-of-fit']?.df).toBe(2);
    expect(
      (
        await assessed({
          related: {
            answers: [
              [1, 0],
              [1, 1],
              [1, 0],
            ],
          },
        })
      ).tests['cochran-q']?.statistic,
    ).toBe(2);
    expect(
      (
        await assessed({
          codings: {
            units: [
              [1, 1],
              [2, 2],
              [1, 2],
            ],
          },
        })
      ).measures['krippendorff-alpha'],
    ).toBeDefined();
    const { expect: wanted, ...multiple } = survey.multiple[0]!;
    const mentioned = await assessed({ multiple });
    expect(mentioned.tests['equal-mention']?.p).toBeCloseTo(wanted['p']!, 8);
    expect(mentioned.options).toHaveLength(multiple.options);
  });

  it('takes how exact p-values are to be come by', async () => {
    const counts = [
      [5, 3, 2],
      [4, 6, 3],
      [2, 3, 7],
    ];
    const exact = (options: object) => assessed({ counts, exact: options });
    expect((await exact({})).tests.fisher?.sampling?.method).toBe('exact');
    expect((await exact({ method: 'monte-carlo', draws: 2_000, seed: 9 })).tests.fisher?.sampling).toMatchObject({
      method: 'monte-carlo',
      draws: 2_000,
      seed: 9,
    });
    expect((await exact({ method: 'none' })).tests.fisher).toBeUndefined();
    const refused = await call<ProblemBody>(server, 'POST', '/assess', { counts, exact: { draws: 3 } });
    expect(refused.body.place).toMatchObject({ field: 'exact.draws' });
  });

  it('keeps nobody waiting behind an exact test, and stops one that nobody waits for', async () => {
    const counts = Array.from({ length: 6 }, (_, i) => Array.from({ length: 6 }, (_, j) => 20 + ((i * 7 + j * 5) % 9)));
    const slow = new AbortController();
    const long = fetch(`${server.address}/api/v1/assess`, {
      method: 'POST',
      signal: slow.signal,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ counts, exact: { method: 'monte-carlo', draws: 10_000_000 } }),
    });
    expect(
      (
        await assessed({
          counts: [
            [1, 2],
            [3, 4],
          ],
        })
      ).base.N,
    ).toBe(10);
    expect((await call(server, 'GET', '/health')).status).toBe(200);
    slow.abort();
    await expect(long).rejects.toThrow();
    expect(
      (
        await assessed({
          counts: [
            [1, 2],
            [3, 4],
          ],
        })
      ).base.N,
    ).toBe(10);
  });

  it('names the cell it cannot take', async () => {
    for (const [counts, cell] of [
      [
        [
          [1, -2],
          [3, 4],
        ],
        { row: 1, column: 2 },
      ],
      [
        [
          [1, 2],
          [3, 'x'],
        ],
        { row: 2, column: 2 },
      ],
      [[[1, 2], [3]], { row: 2, column: 2 }],
    ] as const) {
      const { status, body } = await call<ProblemBody>(server, 'POST', '/assess', { counts });
      expect(status).toBe(400);
      expect(body.place).toMatchObject({ cell });
    }
  });
});

describe('the contract', () => {
  it('is described for every endpoint, in OpenAPI 3.1', async () => {
    const { body } = await call<{ openapi: string; paths: Record<string, object> }>(server, 'GET', '/openapi.json');
    expect(body.openapi).toBe('3.1.0');
    for (const { method, path } of OPERATIONS) {
      expect(body.paths[`/api/v1${path}`], path).toHaveProperty(method);
      const there = await call<ProblemBody>(
        server,
        method.toUpperCase(),
        path.replace(/\{\w+\}/g, '1'),
        method === 'get' || method === 'delete' ? undefined : {},
      );
      expect(there.status === 404 && there.body.detail.startsWith('There is no '), `${method} ${path}`).toBe(
        /\{(study|binned)\}/.test(path) && there.body.detail.startsWith('There is no study'),
      );
    }
  });
  it('looks files through: the store, a study, a backup that is sent', async () => {
    const files = (await call<AnswerTo<'GET /verified'>>(server, 'GET', '/verified')).body;
    expect(files.length).toBeGreaterThan(0);
    expect(files.every(({ whole, damaged }) => whole && damaged.length === 0)).toBe(true);
    const study = files[0]!.file.replace('.sqlite', '');
    expect((await call<AnswerTo<'GET /verified/{name}'>>(server, 'GET', `/verified/${study}`)).body).toEqual(files[0]);
    const backup = await fetch(`${server.address}/api/v1/studies/${study}/backup`);
    const address = `${server.address}/api/v1/verified?file=b.sqlite`;
    const sent = await fetch(address, { method: 'POST', body: await backup.arrayBuffer() });
    expect(await sent.json()).toMatchObject({ file: 'b.sqlite', whole: true, sealed: true });
    expect((await call(server, 'GET', '/verified/no-such')).status).toBe(404);
  });
  it('answers anything else under /api/v1 with a problem', async () => {
    const { status, type, body } = await call<ProblemBody>(server, 'GET', '/nothing/here');
    expect([status, type]).toEqual([404, 'application/problem+json']);
    expect(body.type).toBe('/problems/not-found');
    expect((await call<ProblemBody>(server, 'GET', '/studies/no-such-study')).status).toBe(404);
    expect((await call<ProblemBody>(server, 'GET', '/studies/..%2F..%2Fetc')).status).toBe(404);
  });
  it('says by which methods it can be asked, where the one asked by is none of them', async () => {
    const response = await fetch(`${server.address}/api/v1/studies`, { method: 'PUT' });
    expect([response.status, response.headers.get('allow')]).toEqual([405, 'GET']);
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    const head = await fetch(`${server.address}/api/v1/health`, { method: 'HEAD' });
    expect([head.status, await head.text()]).toEqual([200, '']);
  });
  it('is up, and says so', async () => {
    expect((await call(server, 'GET', '/health')).body).toMatchObject({ status: 'ok' });
  });
});

describe('the guard', () => {
  const raw = (headers: Record<string, string>, method = 'GET', path = '/api/v1/studies') =>
    new Promise<number>((resolve, reject) => {
      const outgoing = request(
        { host: '127.0.0.1', port: new URL(server.address).port, path, method, headers },
        (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
        },
      );
      outgoing.on('error', reject);
      outgoing.end(method === 'POST' ? '{"counts":[[1,2],[3,4]]}' : undefined);
    });

  it('does not answer for another host', async () => {
    expect(await raw({ host: 'evil.example' })).toBe(421);
    expect(await raw({ host: `localhost:${new URL(server.address).port}` })).toBe(200);
  });
  it('does not take changes from another origin', async () => {
    const json = { 'content-type': 'application/json' };
    expect(await raw({ ...json, origin: 'http://evil.example' }, 'POST', '/api/v1/assess')).toBe(403);
    expect(await raw({ ...json, 'sec-fetch-site': 'cross-site' }, 'POST', '/api/v1/assess')).toBe(403);
    expect(await raw({ ...json, origin: server.address }, 'POST', '/api/v1/assess')).toBe(200);
    expect(await raw({ 'content-type': 'text/plain' }, 'POST', '/api/v1/assess')).toBe(422);
  });
  it('sends a policy with every page, and lets no page frame it', async () => {
    const response = await fetch(`${server.address}/studies`);
    const page = await response.text();
    const policy =
      `${response.headers.get('content-security-policy') ?? ''} ` +
      (/<meta http-equiv="content-security-policy" content="([^"]*)"/.exec(page)?.[1] ?? '');
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).toMatch(/script-src 'self' 'sha256-/);
    expect(policy).not.toContain('unsafe-inline');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
  });
});

describe('the store', () => {
  it('keeps source columns immutable, and is sound', async () => {
    const id = await study(CSV);
    await view(id);
    const db = new Database(join(home.store, 'studies', `${id}.sqlite`));
    try {
      expect(() => db.prepare("UPDATE chunk SET bytes = x'00' WHERE column_id = 1").run()).toThrow('immutable');
      expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
      expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
      expect(db.pragma('foreign_key_check')).toEqual([]);
      const loose = db
        .prepare(
          "SELECT name FROM sqlite_schema WHERE type = 'table' AND sql NOT LIKE '%STRICT%' AND name NOT LIKE " +
            "'sqlite_%'",
        )
        .all();
      expect(loose).toEqual([]);
    } finally {
      db.close();
    }
  });

  it('finds everything as it was after a restart', async () => {
    const id = await study(CSV);
    const site = await idOf(id, 'site');
    const shown = { hatch: true };
    await call(server, 'POST', `/studies/${id}/tables`, {
      title: 'Site',
      sentence: { rows: site, by: null, only: [] },
      shown,
    });
    const before = await view(id);
    expect(await server.stop()).toBe(0);
    server = await startServer(home.store);
    expect(await view(id)).toEqual(before);
    expect(await frequencies(id, 'site')).toEqual({ blank: 0, '1': 3, '2': 3 });
  });
});

interface WholeTable {
  title: string;
  columns: { label: string }[];
  figures: Record<string, (number | null)[][]>;
  tests: Record<string, { p: number }>;
  measures: Record<string, { value: number }>;
  reading: { id: string; sentence: string | null }[];
}

describe('a table whole', () => {
  const lines = Array.from({ length: 60 }, (_, k) => `${1 + (k % 2)},${1 + (k % 3)},${20 + k}`);
  it('is answered by its parts and by its sentence alike, and its order changes no statistic', async () => {
    const id = await study(['site,mood,age', ...lines].join('\n'));
    const path = `/studies/${id}/table`;
    const parts = await call<WholeTable>(server, 'POST', path, { rows: 'mood', by: 'site' });
    expect(parts.status, JSON.stringify(parts.body)).toBe(200);
    const { figures, tests, measures, title, reading } = parts.body;
    expect(title).toBe('mood by site');
    expect(figures['n']).toEqual([
      [10, 10],
      [10, 10],
      [10, 10],
    ]);
    expect(figures['expected']).toEqual([
      [10, 10],
      [10, 10],
      [10, 10],
    ]);
    expect(Object.keys(figures)).toEqual(expect.arrayContaining(['row-percent', 'adjusted-residual', 'adjusted-p']));
    expect(reading.at(-1)?.sentence).toContain('No association between mood and site was shown');
    const ordered = await call<WholeTable>(server, 'POST', path, { rows: 'mood', by: 'site', order: 'frequency' });
    expect(ordered.body.tests).toEqual(tests);
    expect(ordered.body.measures).toEqual(measures);
    const said = await call<WholeTable>(server, 'POST', path, { sentence: 'mood by site, only where age 50 and over' });
    expect(said.body.figures['n']?.flat().reduce<number>((sum, n) => sum + (n ?? 0), 0)).toBe(30);
  });
  it('refuses what is not of the study by name', async () => {
    const id = await study(['site,mood,age', ...lines].join('\n'));
    const ask = async (body: object) =>
      (await call<{ detail: string; mend: string }>(server, 'POST', `/studies/${id}/table`, body)).body;
    expect(await ask({ rows: 'mod' })).toMatchObject({
      detail: 'The study has no variable “mod”.',
      mend: 'Did you mean mood?',
    });
    expect((await ask({ rows: 'mood', only: [{ variable: 'site', is: 'any-of', codes: ['7'] }] })).detail).toBe(
      'site has no code 7.',
    );
    expect((await ask({ rows: 'mood', only: [{ variable: 'site', is: 'none-of', codes: [] }] })).detail).toContain(
      'names no category',
    );
    expect(
      (await ask({ rows: 'mood', only: [{ variable: 'age', is: 'between', from: 60, to: 20 }] })).detail,
    ).toContain('which is nothing');
  });
});

describe('a whole study', () => {
  it('is renamed, copied, binned, taken out again, backed up and restored', async () => {
    const id = await study(CSV);
    expect((await call(server, 'PATCH', `/studies/${id}`, { name: 'Renamed', subtitle: 'Spring' })).body).toMatchObject(
      { name: 'Renamed' },
    );
    const copy = await call<{ id: string; name: string }>(server, 'POST', `/studies/${id}/copy`, {});
    expect(copy.body.name).toBe('Renamed, copy');
    expect((await call(server, 'DELETE', `/studies/${copy.body.id}`)).status).toBe(204);
    expect((await call(server, 'GET', `/studies/${copy.body.id}`)).status).toBe(404);
    expect((await call<{ id: string }[]>(server, 'GET', '/bin')).body.map((item) => item.id)).toContain(copy.body.id);
    expect((await call(server, 'POST', `/bin/${copy.body.id}`)).status).toBe(201);
    const file = await fetch(`${server.address}/api/v1/studies/${id}/backup`);
    const bytes = await file.arrayBuffer();
    const restored = await fetch(`${server.address}/api/v1/backups?file=b.sqlite`, { method: 'POST', body: bytes });
    expect(restored.status).toBe(201);
    expect((await restored.json()) as object).toMatchObject({ name: 'Renamed', respondents: 6 });
    const broken = await fetch(`${server.address}/api/v1/backups?file=b.sqlite`, { method: 'POST', body: 'no' });
    expect(broken.status).toBe(400);
  });
});

describe('the demo study', () => {
  it('is taken in by the same road, and says what was built into it', async () => {
    const csv = readFileSync(join(ROOT, 'demo', 'fernhill.csv'));
    const codebook: unknown = JSON.parse(readFileSync(join(ROOT, 'demo', 'fernhill-codebook.json'), 'utf8'));
    const id = await study(csv, { codebook }, 'fernhill.csv');
    const studyView = await view(id);
    expect(studyView.study.respondents).toBe(2412);
    expect(studyView.variables.find(({ name }) => name === 'crops')).toMatchObject({
      level: 'multiple',
      made: 'gather',
      holds: true,
    });
    expect(studyView.variables.find(({ name }) => name === 'plot_size')).toMatchObject({ level: 'number' });
    const hut = await frequencies(id, 'use_hut');
    expect(hut['7']).toBeGreaterThan(800);
  });
});
