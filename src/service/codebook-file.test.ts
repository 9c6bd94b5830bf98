import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { undoEntry } from './ledger.js';
import { planCodebookFile } from './codebook-file.js';
import { editEntries } from './edit-variable.js';
import { acceptIntake } from './intake/accept.js';
import { attachCodebook } from './intake/codebook.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';
import { viewStudy } from './roster.js';
import { serviceForTests, studyOfRows } from './test-study.js';

const service = serviceForTests();
const body = (lines: readonly string[]) => Readable.from([Buffer.from(lines.join('\n'))]);
const DATA = [
  'Sex,site,tap,shed,age',
  ...Array.from({ length: 60 }, (_, k) => `${(k % 2) + 1},${(k % 3) + 1},${(k % 2) + 1},${(k % 2) + 1},${20 + k}`),
];
const CODEBOOK = [
  'Variable;Label;Values',
  'sex;Sex of the gardener;"1=Male, 2=Female, 9=Refused"',
  'site;Site;"1 ""Mill Row"" 2 ""Weir End"" 3 ""Upper Ley"""',
  'gone;Not here;',
  'age;Age;',
];
const plan = (study: ReturnType<typeof openStudy>, lines: readonly string[]) =>
  planCodebookFile(service, study, 'labels.csv', body(lines));

describe('a codebook that is a table', () => {
  it('comes beside the data, its names fitted to the columns', async () => {
    const intake = await receiveFile(service, 'data.csv', body(DATA));
    const described = await attachCodebook(service, intake.id, 'labels.csv', body(CODEBOOK));
    expect(described.codebook).toMatchObject({
      kind: 'CSV, a line a variable',
      remarks: ['Taken for the same: sex for Sex.'],
    });
    const study = openStudy(service, await acceptIntake(service, intake.id, { name: 'Beside' }));
    const { variables } = viewStudy(study);
    expect(variables.find(({ name }) => name === 'Sex')).toMatchObject({
      label: 'Sex of the gardener',
      codes: [{ label: 'Male' }, { label: 'Female' }, { code: '9', label: 'Refused', missing: null }],
    });
    expect(variables.find(({ name }) => name === 'site')?.codes.map(({ label }) => label)).toEqual([
      'Mill Row',
      'Weir End',
      'Upper Ley',
    ]);
  });

  it('says for a study that is there what it would change, and changes that as one change', async () => {
    const study = await studyOfRows(service, 'there', DATA);
    const before = JSON.stringify(viewStudy(study).variables);
    const planned = await plan(study, CODEBOOK);
    expect(planned).toMatchObject({ kind: 'CSV, a line a variable', described: 4, unknown: ['gone'] });
    expect(planned.lines.map(({ field, after }) => `${field}: ${after}`)).toEqual([
      'label: Sex of the gardener',
      'codes: 1 = Male; 2 = Female; 9 = Refused',
      'label: Site',
      'codes: 1 = Mill Row; 2 = Weir End; 3 = Upper Ley',
      'label: Age',
    ]);
    expect(JSON.stringify(viewStudy(study).variables)).toBe(before);
    await editEntries(service, study, planned.edits, 'Codebook labels.csv');
    expect((await plan(study, CODEBOOK)).edits).toEqual([]);
    await undoEntry(service, study);
    expect(JSON.stringify(viewStudy(study).variables)).toBe(before);
  });

  it('is refused with the headings that it needs', async () => {
    const study = await studyOfRows(service, 'refused', DATA);
    await expect(plan(study, ['plot,beans', '1,2'])).rejects.toMatchObject({
      message: 'labels.csv was not understood as a codebook.',
      mend: expect.stringContaining('"Variable"') as string,
    });
  });
});

describe('code lists that an intake makes', () => {
  it('are one list where they are the same', async () => {
    const { variables } = viewStudy(await studyOfRows(service, 'lists', DATA));
    const listOf = (name: string) => variables.find((variable) => variable.name === name)?.codeListId;
    expect(listOf('tap')).not.toBeNull();
    expect([listOf('shed'), listOf('Sex')]).toEqual([listOf('tap'), listOf('tap')]);
    expect(listOf('site')).not.toBe(listOf('tap'));
  });

  it('are parted by what is said of one of them, while they say nothing; then it is asked for whom', async () => {
    const study = await studyOfRows(service, 'parted', DATA);
    const variable = (name: string) => viewStudy(study).variables.find((candidate) => candidate.name === name)!;
    await editEntries(service, study, [{ variable: variable('tap').id, codes: [{ code: '1', label: 'Yes' }] }]);
    const labels = (name: string) => variable(name).codes.map(({ label }) => label);
    expect([labels('tap'), labels('shed')]).toEqual([
      ['Yes', '2'],
      ['1', '2'],
    ]);
    const said = { codes: [{ code: '1', label: 'Yes' }], codesFor: 'all' as const };
    await editEntries(service, study, [{ variable: variable('shed').id, ...said }]);
    expect(labels('Sex')).toEqual(['Yes', '2']);
    const again = editEntries(service, study, [{ variable: variable('shed').id, codes: [{ code: '2', label: 'No' }] }]);
    await expect(again).rejects.toThrow('The code list is shared with');
  });

  it('are the list of the codebook where it is the same', async () => {
    const intake = await receiveFile(service, 'data.csv', body(DATA));
    const codes = [
      { code: '1', label: 'Yes' },
      { code: '2', label: 'No' },
    ];
    const codebook = {
      codeLists: { yesno: codes },
      variables: [
        { name: 'tap', codes },
        { name: 'shed', codeList: 'yesno' },
      ],
    };
    const study = openStudy(service, await acceptIntake(service, intake.id, { name: 'Named', codebook }));
    const [, , tap, shed] = viewStudy(study).variables;
    expect(tap?.codeListId).toBe(shed?.codeListId);
  });
});
