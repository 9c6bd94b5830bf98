import { countedTable, countsOf } from './test-study.js';
import { mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { Fault } from '../core/fault.js';
import { bodyAbout, type SentenceBody } from '../core/table/sentence-shape.js';
import { allWorkings, putWorking } from '../store/workings.js';
import { defaultFolder, type OpenStudy, type Service, startService } from './context.js';
import { editVariable } from './edit-variable.js';
import { acceptIntake } from './intake/accept.js';
import { findIntake } from './intake/read.js';
import { receiveFile } from './intake/receive.js';
import { listStudies, openStudy, studyOrNull } from './open-study.js';
import { detailVariable, viewStudy } from './roster.js';
import { settle } from './settle.js';
import { keepWorking, previewWorking } from './workings.js';

const WORKER = fileURLToPath(new URL('../../dist/cli/worker.js', import.meta.url));
const DEMO = fileURLToPath(new URL('../../demo/', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'hatch-service-'));
let service: Service;
let study: OpenStudy;

const checked = (json: unknown) => json as CodebookFile;

async function take(name: string, csv: string, codebook?: CodebookFile): Promise<OpenStudy> {
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(csv)]), checked);
  return openStudy(service, await acceptIntake(service, intake.id, { name, codebook }));
}

beforeAll(async () => {
  service = startService({ folder, worker: WORKER });
  const codebook = JSON.parse(readFileSync(join(DEMO, 'fernhill-codebook.json'), 'utf8')) as CodebookFile;
  study = await take('Fernhill', readFileSync(join(DEMO, 'fernhill.csv'), 'utf8'), codebook);
});
afterAll(async () => {
  await service.close();
  rmSync(folder, { recursive: true });
});

const variable = (name: string, of = study) => {
  const found = viewStudy(of).variables.find((one) => one.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};
const tableOf = (sentence: SentenceBody, of = study) => countedTable(service, of, sentence);
const faultOf = async (work: Promise<unknown>): Promise<Fault> => {
  const error: unknown = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  if (error instanceof Fault) return error;
  throw new Error(`no fault, but ${String(error)}`);
};

describe('the roster', () => {
  it('has a picture that agrees with the counts', async () => {
    const site = variable('site');
    const table = await tableOf(bodyAbout(site.id));
    expect(site.picture).toEqual({ is: 'bars', bars: table.rowTotals });
    expect(site).toMatchObject({ answers: table.base, missing: 0, blank: 0 });
  });

  it('leaves missing codes out of the picture of a number', () => {
    const age = variable('age');
    expect(age.picture).toMatchObject({ is: 'histogram', from: 16 });
    expect(age.picture.is === 'histogram' ? age.picture.to : 999).toBeLessThan(100);
    expect(age.missing).toBeGreaterThan(10);
    expect(age.answers + age.missing + age.blank).toBe(2412);
  });

  it('keeps what is no number apart from the numbers', async () => {
    const size = await detailVariable(service, study, variable('plot_size').id);
    expect(size.codes.find(({ code }) => code === 'n/a')).toMatchObject({ missing: 'dont-know', label: 'Not known' });
    expect(size.summary?.n).toBe(variable('plot_size').answers);
  });

  it('says which variables share a code list, and what uses a variable', async () => {
    const tap = await detailVariable(service, study, variable('use_tap').id);
    expect(tap.sharesList).toContain(
      viewStudy(study).variables.find(({ label }) => label === 'Uses the meeting hut')?.id,
    );
    expect(tap.sharesList).toHaveLength(4);
    const beans = await detailVariable(service, study, variable('grow_beans').id);
    expect(beans.usedBy).toEqual({
      workings: [{ variable: variable('crops').id, title: 'Crops grown' }],
      tables: [],
    });
  });

  it('describes a free text by its answers only', () => {
    expect(variable('comment')).toMatchObject({ level: 'text', picture: { is: 'none' } });
  });
});

describe('counting', () => {
  it('agrees with the rows of the file', async () => {
    const lines = readFileSync(join(DEMO, 'fernhill.csv'), 'utf8')
      .split('\n')
      .slice(1)
      .filter((line) => /^\d+,/.test(line));
    const cells = lines.map((line) => line.split(','));
    const table = await tableOf(bodyAbout(variable('season').id, { by: variable('site').id }));
    table.rows.categories.forEach(({ code: season }, i) =>
      table.columns?.categories.forEach(({ code: site }, j) => {
        expect(table.cells[i]?.[j]).toBe(cells.filter((row) => row[1] === site && row[2] === season).length);
      }),
    );
  });

  it('reconciles for every variable of the demo: base and left out make everybody', async () => {
    for (const one of viewStudy(study).variables.filter(({ countable, level }) => countable && level !== 'text')) {
      const table = await tableOf(bodyAbout(one.id));
      expect(table.base + table.leftOut.reduce((sum, { respondents }) => sum + respondents, 0), one.name).toBe(2412);
      expect(table.base, one.name).toBe(one.answers);
    }
  });

  it('gives the multiple-response question the mentions of its columns', async () => {
    const crops = await tableOf(bodyAbout(variable('crops').id, { by: variable('site').id }));
    const beans = await tableOf(bodyAbout(variable('grow_beans').id, { by: variable('site').id }));
    expect(crops.cells[1]).toEqual(beans.cells[0]);
    expect(crops.base + crops.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(2412);
  });

  it('filters by a mention', async () => {
    const only: SentenceBody['only'] = [{ variable: variable('crops').id, is: 'any-of', codes: ['2'] }];
    const table = await tableOf(bodyAbout(variable('grow_beans').id, { only }));
    expect(table.rowTotals[1]).toBe(0);
    expect(table.base).toBe((await tableOf(bodyAbout(variable('crops').id))).rowTotals[1]);
  });

  it('names the variable that has no categories', async () => {
    const fault = await faultOf(countsOf(service, study, bodyAbout(variable('id').id)));
    expect(fault).toMatchObject({ kind: 'unsupported', place: { variable: 'Plot holder number' } });
  });
});

describe('workings', () => {
  it('stay right when a process ends between a change and what follows from it', async () => {
    const own = await take('Settle', 'q\n1\n2\n3\n', { variables: [{ name: 'q', level: 'ordered' }] });
    const recipe = {
      kind: 'regroup' as const,
      source: variable('q', own).id,
      level: 'ordered' as const,
      groups: [
        { code: '1', label: 'Low', from: ['1'] },
        { code: '2', label: 'High', from: ['2', '3'] },
      ],
      setAside: [],
    };
    const kept = await keepWorking(service, own, { name: 'made', label: 'Made', recipe });
    const [working] = allWorkings(own.db);
    if (!working) throw new Error('no working');
    // As if the recipe had been written and the process had ended before the column was.
    const changed = {
      ...recipe,
      groups: [
        { code: '1', label: 'Low', from: ['1', '2'] },
        { code: '2', label: 'High', from: ['3'] },
      ],
    };
    putWorking(own.db, working.id, { recipe: changed, proof: working.proof, signature: 'stale' }, '2026-01-01');
    await settle(service, own);
    const table = await tableOf(bodyAbout(kept.variable), own);
    expect(table.rowTotals).toEqual([2, 1]);
    expect(allWorkings(own.db)[0]?.signature).not.toBe('stale');
  });

  it('follow a chain of three when the first source changes', async () => {
    const own = await take('Chain', 'q\n1\n2\n9\n', { variables: [{ name: 'q', level: 'ordered' }] });
    let source = variable('q', own).id;
    for (const name of ['one', 'two', 'three']) {
      const recipe = {
        kind: 'regroup' as const,
        source,
        level: 'ordered' as const,
        groups: ['1', '2', '9'].map((from, k) => ({ code: from, label: `L${k}`, from: [from] })),
        setAside: [],
      };
      source = (await keepWorking(service, own, { name, label: name, recipe })).variable;
    }
    expect(variable('three', own).answers).toBe(3);
    const codes = [
      { code: '1', label: 'A', missing: null },
      { code: '2', label: 'B', missing: null },
    ];
    await editVariable(service, own, variable('q', own).id, {
      codes: [...codes, { code: '9', label: 'Refused', missing: 'refused' }],
    });
    // The recipe names 9 as a group: it is now a missing code made an answer, and the proof of the first says so.
    expect(variable('one', own).holds).toBe(false);
    expect(variable('three', own).holds).toBe(false);
  });

  it('are refused where the source does not suit', async () => {
    const items = (names: string[]) => names.map((name) => ({ source: variable(name).id, label: name, ticked: '1' }));
    const wide = await faultOf(
      previewWorking(service, study, { kind: 'gather', items: items(['grow_beans', 'id']), none: null }),
    );
    expect(wide.place.variable).toBe('Plot holder number');
    const multiple = await faultOf(
      previewWorking(service, study, {
        kind: 'convert',
        to: 'categories',
        source: variable('crops').id,
        alike: true,
        order: 'value',
        least: 1,
        exceptions: [],
      }),
    );
    expect(multiple.message).toContain('multiple-response');
  });
});

describe('the codebook', () => {
  it('does not let a level lie about a column', async () => {
    const level = (name: string, to: 'unordered' | 'number') =>
      faultOf(editVariable(service, study, variable(name).id, { level: to }));
    expect((await level('id', 'unordered')).message).toContain('too many different values');
    expect((await level('comment', 'number')).message).toContain('holds no numbers');
    expect((await level('crops', 'unordered')).message).toContain('made by a working');
  });
  it('changes a label and a question without touching anything else', async () => {
    const before = variable('shares');
    await editVariable(service, study, before.id, { label: 'Shared plot', question: 'Do you?' });
    expect(variable('shares')).toEqual({ ...before, label: 'Shared plot', question: 'Do you?' });
  });
});

describe('the store folder', () => {
  it('is the user’s, and a setting', () => {
    expect(defaultFolder({ HATCH_COUNT_STORE: '/somewhere' })).toBe('/somewhere');
    expect(defaultFolder({ XDG_DATA_HOME: '/data' })).toMatch(/hatch-count|Hatch Count/);
    expect(defaultFolder({})).not.toContain('node_modules');
  });

  it('passes a damaged study over and lists the others', () => {
    writeFileSync(join(folder, 'studies', 'broken.sqlite'), 'this is no database');
    const names = listStudies(service).map(({ name }) => name);
    expect(names).toContain('Fernhill');
    expect(names).toHaveLength(3);
    rmSync(join(folder, 'studies', 'broken.sqlite'));
  });

  it('knows no study outside itself', () => {
    for (const id of ['../secret', 'UPPER', '', 'a'.repeat(80), 'none']) expect(studyOrNull(service, id)).toBeNull();
  });

  it('forgets parts that a kill left, and intakes that nobody accepted, after a while', async () => {
    const part = join(folder, 'studies', 'x.sqlite.part-0000');
    writeFileSync(part, 'x');
    const old = new Date(Date.now() - 2 * 3_600_000);
    utimesSync(part, old, old);
    const second = startService({ folder, worker: WORKER });
    await second.close();
    expect(readdirSync(join(folder, 'studies')).some((name) => name.includes('.part-'))).toBe(false);
    const intake = await receiveFile(service, '../..\\evil\n.csv', Readable.from(['a\n1\n']), checked);
    expect(intake.fileName).toBe('evil.csv');
    const weeks = new Date(Date.now() - 14 * 86_400_000);
    utimesSync(join(folder, 'intakes', intake.id), weeks, weeks);
    await receiveFile(service, 'next.csv', Readable.from(['a\n1\n']), checked);
    expect((await faultOf(findIntake(service, intake.id))).kind).toBe('not-found');
  });
});
