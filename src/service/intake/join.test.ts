import { serviceForTests, countedTable } from '../test-study.js';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { bodyAbout } from '../../core/table/sentence-shape.js';
import { cellReader } from '../../store/cells.js';
import { allSourceFiles } from '../../store/source-files.js';
import { allVariables } from '../../store/variables.js';
import { type OpenStudy } from '../context.js';
import { editEntries } from '../edit-variable.js';
import { acceptIntake } from './accept.js';
import { compareWithStudy, type Joining, joinStudy } from './join.js';
import { receiveFile } from './receive.js';
import { listEntries } from '../ledger.js';
import { openStudy } from '../open-study.js';
import { viewStudy } from '../roster.js';
import { keepWorking } from '../workings.js';

const service = serviceForTests();

const receive = (csv: string) => receiveFile(service, 'x.csv', Readable.from([Buffer.from(csv)]));

const BEFORE = [
  'id,site,sat,w,remark',
  ...Array.from({ length: 300 }, (_, k) => `${1000 + k},${(k % 3) + 1},${(k % 5) + 1},${k / 7},r ${k}`),
].join('\n');

const AFTER = [
  'sat,id,site,tools,w',
  ...Array.from(
    { length: 200 },
    (_, k) => `${k % 4 === 0 ? 9 : (k % 5) + 1},${2000 + k},${(k % 4) + 1},${k % 2},${k === 3 ? 'n/a' : k / 3}`,
  ),
  '1,2',
].join('\n');

/** A study of the first file, with labels, a missing code and a working. */
async function first(): Promise<OpenStudy> {
  const codebook = {
    variables: [
      {
        name: 'site',
        label: 'Site',
        codes: ['Mill Row', 'Weir End', 'Upper Ley'].map((label, k) => ({ code: String(k + 1), label })),
      },
      {
        name: 'sat',
        label: 'Satisfaction',
        level: 'ordered' as const,
        codes: [
          ...['1', '2', '3', '4', '5'].map((code) => ({ code, label: `Level ${code}` })),
          { code: '9', label: 'Refused', missing: 'refused' as const },
        ],
      },
    ],
  };
  const study = openStudy(
    service,
    await acceptIntake(service, (await receive(BEFORE)).id, { name: 'Two waves', codebook }),
  );
  const sat = allVariables(study.db).find(({ name }) => name === 'sat')?.id ?? 0;
  const groups = [
    { code: '1', label: 'Low', from: ['1', '2'] },
    { code: '2', label: 'High', from: ['3', '4', '5'] },
  ];
  await keepWorking(service, study, {
    name: 'sat_2',
    label: 'Satisfaction in two',
    recipe: { kind: 'regroup', source: sat, level: 'ordered', groups, setAside: [] },
  });
  return study;
}

async function joined(study: OpenStudy, joining: Joining): Promise<void> {
  await joinStudy(service, study, (await receive(AFTER)).id, joining);
}

const variable = (study: OpenStudy, name: string) =>
  viewStudy(study).variables.find((candidate) => candidate.name === name);

const cells = (study: OpenStudy, name: string) =>
  cellReader(study.db, variable(study, name)?.columnId ?? 0)(0, viewStudy(study).study.respondents);

describe('a second file in a study', () => {
  it('is compared first, and nothing is changed by that', async () => {
    const study = await first();
    const { id } = await receive(AFTER);
    const { respondents, columns, waves } = await compareWithStudy(service, study, id);
    expect(respondents).toEqual({ before: 300, after: 200 });
    expect(waves).toEqual([]);
    const byName = Object.fromEntries(columns.map((column) => [column.name, column]));
    expect(columns.map(({ name, is }) => `${name}: ${is}`)).toEqual([
      'id: same',
      'site: changed',
      'sat: same',
      'w: changed',
      'remark: vanished',
      'tools: new',
    ]);
    expect(byName['site']?.newCodes).toEqual([{ code: '4', respondents: 50 }]);
    expect(byName['w']?.notes).toEqual(['not numbers: n/a (1)']);
    expect(viewStudy(study).study.respondents).toBe(300);
  });

  it('as a wave stands behind the first; labels, missing codes and workings hold for all', async () => {
    const study = await first();
    const before = study.file;
    await joined(study, { as: 'wave', waves: { before: 'Spring', now: 'Autumn' } });
    const { study: row, variables, workings } = viewStudy(study);
    expect(row).toMatchObject({ respondents: 500, waveVariable: variable(study, 'wave')?.id });
    expect(study.file).toBe(before);
    expect(variables.map(({ name }) => name)).toEqual(['id', 'site', 'sat', 'sat_2', 'w', 'remark', 'tools', 'wave']);
    expect(variable(study, 'sat')).toMatchObject({
      label: 'Satisfaction',
      level: 'ordered',
      missing: 50,
      answers: 450,
    });
    expect(variable(study, 'tools')).toMatchObject({ blank: 300, answers: 200 });
    expect(variable(study, 'remark')).toMatchObject({ blank: 200 });
    expect(cells(study, 'w').slice(298, 304)).toEqual([298 / 7, 299 / 7, 0, 1 / 3, 2 / 3, 'n/a'].map(String));
    expect(workings[0]).toMatchObject({ holds: true });
    const sentence = bodyAbout(variable(study, 'sat_2')?.id ?? 0, { by: variable(study, 'wave')?.id ?? 0 });
    const table = await countedTable(service, study, sentence);
    expect(table.columns?.categories.map(({ label }) => label)).toEqual(['Spring', 'Autumn']);
    expect(table.columnBases).toEqual([300, 150]);
    expect(allSourceFiles(study.db).map(({ respondents, unread }) => [respondents, unread])).toEqual([
      [300, 0],
      [200, 1],
    ]);
    expect(study.db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(study.db.pragma('foreign_key_check')).toEqual([]);
    await joined(study, { as: 'wave' });
    expect(variable(study, 'wave')?.codes.map(({ label }) => label)).toEqual(['Spring', 'Autumn', 'Wave 3']);
    expect(cells(study, 'wave').filter((cell) => cell === '3')).toHaveLength(200);
    expect(viewStudy(study).study.respondents).toBe(700);
    await expect(joined(study, { as: 'refresh' })).rejects.toThrow('3 waves, which a refresh would take away');
  });

  it('says after a wave which proofs hold no more, and that nothing before it can be taken back', async () => {
    const study = await first();
    const { id: source } = variable(study, 'sat_2')!;
    await keepWorking(service, study, {
      name: 'low',
      label: 'Is low',
      recipe: { kind: 'flags', source, codes: ['1'], yes: 'Yes', no: 'No' },
    });
    expect(listEntries(study).map(({ undoable }) => undoable)).toEqual([false, true, true]);
    const rows = Array.from({ length: 40 }, (_, k) => `${(k % 7) + 1},${3000 + k}`);
    await joinStudy(service, study, (await receive(['sat,id', ...rows].join('\n'))).id, { as: 'wave' });
    const { workings } = viewStudy(study);
    expect([variable(study, 'sat_2')?.holds, variable(study, 'low')?.holds]).toEqual([false, false]);
    expect(workings.map(({ holds }) => holds)).toEqual([false, false]);
    expect(listEntries(study).map(({ undoable }) => undoable)).toEqual([false, false, false, false]);
    const { id: site } = variable(study, 'site')!;
    await editEntries(service, study, [{ variable: site, note: 'n' }]);
    expect(listEntries(study).map(({ undoable }) => undoable)).toEqual([false, false, false, false, true]);
  });

  it('as a refresh takes the place of the first; the codebook stays', async () => {
    const study = await first();
    await joined(study, { as: 'refresh', take: [] });
    const { variables, study: row } = viewStudy(study);
    expect(row).toMatchObject({ respondents: 200, waveVariable: null });
    expect(variables.map(({ name }) => name)).toEqual(['id', 'site', 'sat', 'sat_2', 'w', 'remark']);
    expect(variable(study, 'site')).toMatchObject({ label: 'Site', answers: 200 });
    expect(variable(study, 'remark')).toMatchObject({ answers: 0, blank: 200 });
    expect(variable(study, 'sat_2')).toMatchObject({ answers: 150, missing: 50, holds: true });
    expect(cells(study, 'id')[0]).toBe('2000');
  });

  it('as a refresh without a column that a working stands on leaves its proof saying so', async () => {
    const study = await first();
    const { id } = await receive('id,site\n1,1\n2,2\n');
    await joinStudy(service, study, id, { as: 'refresh' });
    expect(variable(study, 'sat_2')).toMatchObject({ holds: false, answers: 0 });
    const [finding] = viewStudy(study).workings[0]!.proof.findings;
    expect(finding).toMatchObject({
      title: 'Nothing there',
      text: expect.stringContaining('Nobody has a value of Satisfaction') as string,
    });
  });

  it('is refused where it has nothing of the study, which stays as it was', async () => {
    const study = await first();
    const { id } = await receive('colour\nred\nblue\n');
    await expect(joinStudy(service, study, id, { as: 'wave' })).rejects.toThrow('no column of the study');
    expect(viewStudy(study).study.respondents).toBe(300);
    expect(readdirSync(join(service.folder, 'studies')).filter((name) => !/\.sqlite(-wal|-shm)?$/.test(name))).toEqual(
      [],
    );
  });
});
