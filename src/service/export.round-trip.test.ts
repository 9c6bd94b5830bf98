import { checkedCodebook } from '../core/codebook/checked-codebook.js';
import { byId } from '../core/by-id.js';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { EXPORT_KINDS, type ExportKind } from '../core/intake/export-kinds.js';
import { cellReader } from '../store/cells.js';
import { allMarks } from '../store/marks.js';
import { allCodeLists, codesOfList } from '../store/code-lists.js';
import { allVariables } from '../store/variables.js';
import { type OpenStudy, type Service, startService } from './context.js';
import { exportStudy } from './export.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';
import { makeCodeList } from './code-lists.js';
import { editEntries } from './edit-variable.js';
import { viewStudy } from './roster.js';
import { keepCodings, quoteAnswer } from './codings.js';
import { keepWorking } from './workings.js';

const WORKER = fileURLToPath(new URL('../../dist/cli/worker.js', import.meta.url));

const DEMO = fileURLToPath(new URL('../../demo/', import.meta.url));

const folder = mkdtempSync(join(tmpdir(), 'hatch-round-trip-'));

let service: Service;

beforeAll(() => (service = startService({ folder, worker: WORKER })));

afterAll(async () => {
  await service.close();
  rmSync(folder, { recursive: true });
});

async function take(name: string, bytes: Buffer, acceptance: { codebook?: CodebookFile } = {}): Promise<OpenStudy> {
  const intake = await receiveFile(service, name, Readable.from([bytes]));
  expect(intake.fault).toBeNull();
  const title = acceptance.codebook?.name ?? intake.codebook?.codebook.name ?? name;
  const subtitle = acceptance.codebook?.subtitle ?? intake.codebook?.codebook.subtitle;
  return openStudy(service, await acceptIntake(service, intake.id, { name: title, subtitle, ...acceptance }));
}

async function outAndIn(study: OpenStudy, kind: ExportKind): Promise<OpenStudy> {
  const { fileName, stream } = await exportStudy(service, study, kind);
  const parts: Uint8Array[] = [];
  for await (const part of Readable.fromWeb(stream as never)) parts.push(part as Uint8Array);
  return take(fileName, Buffer.concat(parts));
}

/** All of a study that is not an id, a date or a file's name. */
function contentOf(study: OpenStudy) {
  const view = viewStudy(study);
  const nameOf = (id: number) => byId(view.variables, id)?.name;
  const lists = new Map(allCodeLists(study.db).map(({ id, name }) => [id, name]));
  const users = (list: number | null) => allVariables(study.db).filter(({ codeListId }) => codeListId === list).length;
  return {
    study: { name: view.study.name, subtitle: view.study.subtitle, respondents: view.study.respondents },
    variables: view.variables.map(({ codeListId, ...rest }) => ({
      ...rest,
      id: undefined,
      columnId: undefined,
      workingId: undefined,
      madeAt: undefined,
      column: undefined,
      list: codeListId !== null && users(codeListId) > 1 ? lists.get(codeListId) : null,
    })),
    codings: allMarks(study.db).map(({ text, verdict, themes, coder, settles, quote }) => {
      return { text, verdict, themes, coder, settles, quote };
    }),
    kept: new Map(
      allCodeLists(study.db).flatMap(({ id, name, kept }) => (kept ? [[name, codesOfList(study.db, id)]] : [])),
    ),
    workings: view.workings.map(({ recipe, holds, variable, proof }) => ({
      variable: nameOf(variable),
      holds,
      proof,
      recipe: JSON.parse(
        JSON.stringify(recipe, (key, value: unknown) =>
          key === 'source' ? nameOf(value as number) : key === 'sources' ? (value as number[]).map(nameOf) : value,
        ),
      ) as unknown,
    })),
    data: view.variables
      .filter(({ level }) => level !== 'multiple')
      .map(({ columnId }) => cellReader(study.db, columnId)(0, view.study.respondents)),
  };
}

const ODD_LABEL = '  two  spaces, "quotes", <angle> & \n a line, Łódź 🌱 \u05e9\u05dc\u05d5\u05dd ?> ';

/** A study with all that could get lost on the way. */
async function oddStudy(): Promise<OpenStudy> {
  const words = ['ja', 'nein', 'weiß nicht', '-', 'a;b'];
  const rows = Array.from({ length: 1500 }, (_, k) => [
    `R${k}`, // an identifier
    k % 7 === 0 ? '' : words[k % 5],
    `0${k % 4}`,
    k % 11 === 0 ? 'n/a' : String(k * 1.37), // numbers with words among them, kept as numbers
    String(k / 3),
    k % 3 === 0 ? '' : `"line one, ${k}\n""two"" \t= ${'x'.repeat(k % 40)}"`,
    k % 13 === 0 ? '=1+1' : `'quoted' ${k}`,
    ['1', '2', '9'][k % 3],
    ['1', '2', ''][(k * 7) % 3],
    ['2', '1', '3'][(k * 5) % 3],
    '',
    k % 400 === 0 ? '12345678901234567890' : '17',
  ]);
  const csv = [
    'id,words,zeros,numbers,floats,texts,formulas,q 1,q 2,q 3,nothing,"long, name"',
    ...rows.map((row) => row.join(',')),
  ].join('\n');
  const list = [
    { code: '1', label: ODD_LABEL.trim() },
    { code: '2', label: 'No' },
    { code: '9', label: 'Refused', missing: 'refused' as const },
  ];
  const codebook: CodebookFile = {
    name: 'Odd & "ends" <1>',
    subtitle: 'Wave 2',
    codeLists: { shared: list },
    variables: [
      {
        name: 'words',
        label: ODD_LABEL,
        question: 'Why?\n\nBecause.',
        level: 'unordered',
        codes: words
          .map((code, k) => ({ code, label: `${code}!`, ...(k === 2 ? { missing: 'dont-know' as const } : {}) }))
          .reverse(),
      },
      { name: 'zeros', level: 'ordered' },
      {
        name: 'numbers',
        label: 'Numbers',
        level: 'number',
        codes: [{ code: 'n/a', label: 'Not known', missing: 'not-asked' }],
      },
      { name: 'q 1', codeList: 'shared', level: 'ordered' },
      { name: 'q 2', codeList: 'shared', level: 'unordered' },
      { name: 'q 3', codes: [...list, { code: '3', label: '' }] },
      { name: 'long, name', level: 'text' },
    ],
    multiple: [
      {
        name: 'either',
        label: 'Either',
        ticked: '1',
        columns: [
          { name: 'q 1', label: 'One' },
          { name: 'q 2', label: 'Two' },
        ],
      },
    ],
  };
  const study = await take('odd.csv', Buffer.from(csv), { codebook });
  const idOf = (name: string) => allVariables(study.db).find((variable) => variable.name === name)?.id ?? -1;
  await keepWorking(service, study, {
    name: 'any',
    label: 'Any',
    recipe: { kind: 'slots', sources: [idOf('q 1'), idOf('q 2')], options: [{ code: '1', label: 'A' }], none: '2' },
  });
  const groups = [
    { code: '1', label: 'Yes', from: ['ja', 'a;b'] },
    { code: '2', label: 'Rest', from: ['nein'] },
  ];
  await keepWorking(service, study, {
    name: 'short',
    label: 'Short',
    recipe: { kind: 'regroup', source: idOf('words'), level: 'ordered', groups, setAside: ['-'] },
  });
  await keepWorking(service, study, {
    name: 'shorter',
    label: 'Shorter',
    recipe: {
      kind: 'regroup',
      source: idOf('short'),
      level: 'unordered',
      groups: [{ code: 'x', label: 'All', from: ['1', '2'] }],
      setAside: [],
    },
  });
  await keepWorking(service, study, {
    name: 'as_number',
    label: 'As a number',
    recipe: {
      kind: 'convert',
      to: 'number',
      source: idOf('numbers'),
      decimal: '.',
      exceptions: [{ text: 'n/a', is: 'number', number: -1 }],
    },
  });
  await keepWorking(service, study, {
    name: 'of_text',
    label: 'Of text',
    recipe: { kind: 'convert', to: 'number', source: idOf('long, name'), decimal: ',', exceptions: [] },
  });
  const { working } = await keepWorking(service, study, {
    name: 'themes',
    label: 'Themes',
    recipe: {
      kind: 'theme',
      sources: [idOf('formulas')],
      themes: [
        { id: 7, name: 'Sums', definition: ODD_LABEL.trim(), under: null, into: null },
        { id: 3, name: 'Quotes', under: 7, into: null },
      ],
      coders: [{ name: 'Anna', share: 1, seed: 1 }],
    },
  });
  const codings = [
    { texts: ['=1+1'], verdict: 'themes' as const, themes: [7] },
    { texts: ["'quoted' 1", "'quoted' 2"], verdict: 'themes' as const, themes: [7, 3] },
  ];
  await keepCodings(service, study, working, { coder: 'Anna', codings });
  await quoteAnswer(service, study, working, { coder: 'Anna', text: "'quoted' 2", quote: "'[…]' 2" });
  await makeCodeList(service, study, { name: 'Nobody yet', codes: [{ code: '1', label: 'One', missing: 'other' }] });
  const own = await makeCodeList(service, study, {
    name: 'Of one',
    codes: [
      { code: '0', label: ODD_LABEL, missing: null },
      { code: '1', label: 'a', missing: null },
    ],
  });
  await editEntries(service, study, [
    { variable: idOf('zeros'), codeList: own, note: 'zeros\nlead', group: 'Odd', starred: true, offScale: ['01'] },
    { variable: idOf('short'), aside: true, group: 'Odd' },
    { variable: idOf('texts'), name: 'renamed' },
  ]);
  return study;
}

describe('a study that goes out and comes in again', () => {
  it.each(EXPORT_KINDS)('is the same, as %s: the demo study', async (kind) => {
    const codebook = checkedCodebook(
      JSON.parse(readFileSync(join(DEMO, 'fernhill-codebook.json'), 'utf8')),
      'codebook',
    );
    const study = await take('fernhill.csv', readFileSync(join(DEMO, 'fernhill.csv')), { codebook });
    expect(contentOf(await outAndIn(study, kind))).toEqual(contentOf(study));
  });

  it.each(EXPORT_KINDS)(
    'is the same, as %s: words, zeros, line ends, lists that are shared, workings on workings',
    async (kind) => {
      const study = await oddStudy();
      const before = contentOf(study);
      expect(before.variables).toHaveLength(19);
      expect(contentOf(await outAndIn(study, kind))).toEqual(before);
    },
  );
});
