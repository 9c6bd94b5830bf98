import { byId } from '../core/by-id.js';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { lowBits, wordAt } from '../core/count/column.js';
import { Fault } from '../core/fault.js';
import { bandsAt } from '../core/recode/band/edges.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { readColumn } from '../store/columns.js';
import { readState } from '../store/state.js';
import { allTables } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { changeCodeList, listCodeLists, makeCodeList } from './code-lists.js';
import { type OpenStudy, type Service, startService } from './context.js';
import { declareMissing } from './declare-missing.js';
import { editEntries } from './edit-variable.js';
import { goToEntry, listEntries, redoEntry, undoEntry } from './ledger.js';
import { openStudy } from './open-study.js';
import { dropTable, saveTable } from './saved-tables.js';
import { studyOfRows } from './test-study.js';
import { dropWorking, editWorking, keepWorking, keepWorkings } from './workings.js';

const WORKER = fileURLToPath(new URL('../../dist/cli/worker.js', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'hatch-ledger-'));
const SHOWN = { hatch: true };
let service: Service;

beforeAll(() => {
  service = startService({ folder, worker: WORKER });
});
afterAll(async () => {
  await service.close();
  rmSync(folder, { recursive: true, force: true });
});

function take(name: string): Promise<OpenStudy> {
  const lines = ['site,tap,shed,age,remark'];
  for (let k = 0; k < 60; k++)
    lines.push(
      [
        1 + (k % 3),
        1 + (k % 2),
        k % 7 === 0 ? '' : 1 + (k % 4),
        20 + ((k * 7) % 60) + (k % 2) / 2,
        `text ${k % 5}`,
      ].join(','),
    );
  return studyOfRows(service, name, lines);
}

/** All that can be seen of a study: everything that can be changed, and what each respondent has in each variable. */
function sight({ db }: OpenStudy): string {
  const state = readState(db);
  const values = allVariables(db).map(({ id, columnId }) => {
    const column = readColumn(db, columnId);
    if (column.kind === 'coded') return [id, [...column.values].map((k) => column.codes[k - 1] ?? '')];
    if (column.kind === 'number')
      return [
        id,
        [...column.values].map((value, k) =>
          Number.isNaN(value) ? (column.words[wordAt(lowBits(column.values), k) - 1] ?? '') : value,
        ),
      ];
    return [id, column.kind === 'sets' ? [[...column.words], [...column.state]] : 'text'];
  });
  return JSON.stringify([
    state.order,
    [...state.list],
    [...state.working],
    [...state.variable].sort(([a], [b]) => a - b),
    [...state.table],
    values,
  ]);
}

/** Does something at random; whether it was something. */
async function act(study: OpenStudy, next: (most: number) => number): Promise<boolean> {
  const { db } = study;
  const variables = allVariables(db);
  const pick = <T>(some: readonly T[]): T => some[next(some.length - 1)]!;
  const made = variables.filter(({ workingId }) => workingId !== null);
  const coded = variables.filter(({ level }) => level === 'unordered' || level === 'ordered');
  const variable = pick(coded.length > 0 ? coded : variables);
  const codes = variable.codes.filter(({ missing }) => missing === null).map(({ code }) => code);
  const recipe = (): Recipe =>
    pick<Recipe>([
      {
        kind: 'regroup',
        source: variable.id,
        level: 'ordered',
        groups: [
          { code: '1', label: `First ${next(99)}`, from: codes.slice(0, 1) },
          { code: '2', label: 'Rest', from: codes.slice(1) },
        ],
        setAside: [],
      },
      { kind: 'flags', source: variable.id, codes: codes.slice(0, 1), yes: 'Yes', no: 'No' },
      { kind: 'interlock', sources: [variable.id, pick(coded).id], between: ' · ', empty: next(1) === 0 },
      {
        kind: 'band',
        source: variables.find(({ name }) => name === 'age')!.id,
        ends: 'lower',
        bands: bandsAt([30 + next(20), 60], 'lower', false),
        taken: [],
      },
      {
        kind: 'combine',
        sources: [variable.id, pick(coded).id],
        how: 'any',
        atLeast: 1,
        options: variable.codes.map(({ code }) => ({ code, label: `Is ${code}` })),
        none: [],
        base: 'any',
      },
      {
        kind: 'score',
        of: 'expression',
        items: [{ source: variables.find(({ name }) => name === 'age')!.id, reversed: false, weight: 1, as: 'age' }],
        atLeast: 0,
        scale: null,
        codes: [],
        expression: `age * ${1 + next(9)}`,
      },
    ]);
  const before = listEntries(study).length;
  try {
    switch (next(11)) {
      case 0:
        await editEntries(service, study, [
          { variable: pick(variables).id, label: `Label ${next(999)}`, note: `note ${next(9)}` },
        ]);
        break;
      case 1:
        await editEntries(service, study, [{ variable: pick(variables).id, name: `name_${next(30)}` }]);
        break;
      case 2:
        await editEntries(service, study, [
          {
            variable: variable.id,
            codes: [...variable.codes].reverse().map((code) => ({ ...code, label: `L${next(99)}` })),
            codesFor: pick(['all', 'this'] as const),
          },
        ]);
        break;
      case 3:
        await declareMissing(service, study, {
          missing: pick(['refused', null] as const),
          in: [{ code: pick(['1', '2', '4']), variables: [variable.id] }],
        });
        break;
      case 4:
        await makeCodeList(service, study, {
          name: `list ${next(20)}`,
          codes: [{ code: '1', label: 'One', missing: null }],
        });
        break;
      case 5: {
        const list = pick(listCodeLists(study));
        await changeCodeList(service, study, list.id, {
          name: `list ${next(20)}`,
          codes: [...list.codes, { code: String(next(9)), label: 'More', missing: null }],
          changeFor: 'all',
        });
        break;
      }
      case 6:
      case 7:
        await keepWorkings(
          service,
          study,
          Array.from({ length: 1 + next(1) }, (_, k) => ({
            name: '',
            label: `Made ${next(999)} ${k}`,
            recipe: recipe(),
          })),
        );
        break;
      case 8:
        if (made.length > 0)
          await editWorking(service, study, pick(made).workingId!, {
            name: '',
            label: `Changed ${next(999)}`,
            recipe: recipe(),
          });
        break;
      case 9:
        if (made.length > 3) await dropWorking(service, study, pick(made).workingId!);
        break;
      case 10:
        await saveTable(service, study, pick([null, ...allTables(db).map(({ id }) => id)]), {
          title: `Table ${next(99)}`,
          sentence: bodyAbout(variable.id),
          shown: SHOWN,
        });
        break;
      default: {
        const tables = allTables(db);
        if (tables.length > 0) await dropTable(service, study, pick(tables).id);
      }
    }
  } catch (error) {
    // What is refused leaves nothing behind; that is looked at too.
    if (!(error instanceof Fault)) throw error;
  }
  return listEntries(study).length > before;
}

describe('the ledger', () => {
  it('takes 200 random actions back to the identical study, and does them again', async () => {
    const study = await take('Random');
    const generator = xoroshiro128plus(20261123);
    const next = (most: number) => uniformInt(generator, 0, most);
    const seen = [sight(study)];
    const entries = [listEntries(study).at(-1)!.id];
    while (seen.length <= 200) {
      if (!(await act(study, next))) {
        expect(sight(study)).toBe(seen.at(-1));
        continue;
      }
      seen.push(sight(study));
      entries.push(listEntries(study).at(-1)!.id);
    }
    for (let k = 199; k >= 0; k--) {
      await undoEntry(service, study);
      expect(sight(study) === seen[k], `undoing entry ${k + 1}`).toBe(true);
    }
    await expect(undoEntry(service, study)).rejects.toThrow('no change to undo');
    for (let k = 1; k <= 200; k++) {
      await redoEntry(service, study);
      expect(sight(study) === seen[k], `doing entry ${k} again`).toBe(true);
    }
    for (const k of [150, 20, 175, 0, 200]) {
      await goToEntry(service, study, entries[k]!);
      expect(sight(study) === seen[k], `going to entry ${k}`).toBe(true);
    }
  }, 240_000);

  it('tells in words what was done, and stands after a restart', async () => {
    const study = await take('Told');
    const age = allVariables(study.db).find(({ name }) => name === 'age')!.id;
    const site = allVariables(study.db).find(({ name }) => name === 'site')!.id;
    const band: Recipe = { kind: 'band', source: age, ends: 'lower', bands: bandsAt([40], 'lower', false), taken: [] };
    const { working, variable } = await keepWorking(service, study, { name: '', label: 'Age in two', recipe: band });
    await saveTable(service, study, null, {
      title: 'Age by site',
      sentence: { ...bodyAbout(variable), by: site },
      shown: SHOWN,
    });
    await editEntries(service, study, [{ variable: site, label: 'Site' }]);
    const words = () => listEntries(study).map((entry) => `${entry.undone ? '- ' : ''}${entry.words}`);
    expect(words()).toEqual([
      'Took in Told.csv: 60 respondents, 5 columns (4 categories, 1 number)',
      'Made Age in two (bands age)',
      'Saved the table “Age by site”',
      'Label of site: “Site”',
    ]);
    await undoEntry(service, study);
    await undoEntry(service, study);
    await undoEntry(service, study);
    expect(words().map((word) => word.startsWith('- '))).toEqual([false, true, true, true]);
    expect(allVariables(study.db).some(({ id }) => id === variable)).toBe(false);
    await redoEntry(service, study);
    // It comes back under the ids that it had.
    expect(byId(allVariables(study.db), variable)).toMatchObject({
      workingId: working,
      label: 'Age in two',
    });
    const again = startService({ folder, worker: WORKER });
    try {
      const reopened = openStudy(again, study.id);
      await redoEntry(again, reopened);
      expect(allTables(reopened.db).map(({ title }) => title)).toEqual(['Age by site']);
    } finally {
      await again.close();
    }
  });

  it('does not take an intake back, and forgets what was undone once something else is done', async () => {
    const study = await take('Forgets');
    const [first] = listEntries(study);
    const { id } = allVariables(study.db)[0]!;
    await editEntries(service, study, [{ variable: id, label: 'One' }]);
    await undoEntry(service, study);
    await expect(undoEntry(service, study)).rejects.toThrow('no change to undo');
    await editEntries(service, study, [{ variable: id, label: 'Two' }]);
    await expect(redoEntry(service, study)).rejects.toThrow('no change to do again');
    await goToEntry(service, study, first!.id);
    expect(allVariables(study.db)[0]?.label).toBe('');
    await expect(goToEntry(service, study, 9999)).rejects.toThrow('no entry 9999');
  });
});
