import { provedWorkings } from '../store/workings.js';
import { byId } from '../core/by-id.js';
import { describe, expect, it } from 'vitest';
import { bandsAt } from '../core/recode/band/edges.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allTables } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { amendEntry } from './amend-entry.js';
import type { OpenStudy } from './context.js';
import { describeEntry } from './describe-entry.js';
import { editEntries } from './edit-variable.js';
import { listEntries, redoEntry, undoEntry } from './ledger.js';
import { saveTable } from './saved-tables.js';
import { keepWorking } from './workings.js';
import { SHOWN, service, find, take, group, inTwo } from './amended.fixtures.js';

const entry = (study: OpenStudy, words: string) => {
  const match = listEntries(study).find((candidate) => candidate.words.startsWith(words));
  if (!match)
    throw new Error(
      `no entry ${words} among ${listEntries(study)
        .map((candidate) => candidate.words)
        .join(' | ')}`,
    );
  return match;
};

const titles = ({ db }: OpenStudy) => allVariables(db).map(({ name, label }) => label || name);

describe('an entry changed in the middle of the ledger', () => {
  it('has what follows replayed on it', async () => {
    const study = await take('Middle');
    const { id: age } = find(study, 'age');
    const band = (...edges: number[]): Recipe => ({
      kind: 'band',
      source: age,
      ends: 'lower',
      bands: bandsAt(edges, 'lower', true),
      taken: [],
    });
    const { working, variable } = await keepWorking(service, study, {
      name: '',
      label: 'Age in two',
      recipe: band(50),
    });
    const { working: two } = await keepWorking(service, study, {
      name: '',
      label: 'Young',
      recipe: { kind: 'flags', source: variable, codes: ['1'], yes: 'Yes', no: 'No' },
    });
    await editEntries(service, study, [{ variable, note: 'cut at the median' }]);
    const before = byId(allVariables(study.db), variable)!.codes;
    const creation = entry(study, 'Made Age in two');
    expect(describeEntry(study, creation.id).lines.map(({ title, by }) => [title, by])).toContainEqual([
      'Recipe of Age in two',
      'recipe',
    ]);
    const amended = await amendEntry(service, study, creation.id, {
      is: 'changed',
      things: [
        { of: 'working', id: working, recipe: band(30) },
        { of: 'variable', id: variable, label: 'Age at 30' },
      ],
    });
    expect(amended).toMatchObject({ replayed: 2, misfits: [], failing: [], words: 'Made Age at 30 (bands age)' });
    const after = byId(allVariables(study.db), variable)!;
    expect(after).toMatchObject({ label: 'Age at 30', note: 'cut at the median', workingId: working });
    expect(after.codes).not.toEqual(before);
    expect(after.codes.map(({ label }) => label)).toEqual(['Up to 29', '30 and over']);
    // What stands on it counts what it is now.
    const young = byId(provedWorkings(study.db), two)!;
    const under = Array.from({ length: 60 }, (_, k) => 20 + ((k * 7) % 60)).filter((years) => years < 30).length;
    expect(young.proof.rows.find(({ code }) => code === '1')?.respondents).toBe(under);
    // Down and up again over what was replayed.
    for (let k = 0; k < 3; k++) await undoEntry(service, study);
    expect(titles(study)).toEqual(['site', 'tap', 'mood', 'age']);
    for (let k = 0; k < 3; k++) await redoEntry(service, study);
    expect(byId(allVariables(study.db), variable)).toMatchObject({
      label: 'Age at 30',
      note: 'cut at the median',
    });
  });

  it('can be left out; what stands on it no longer fits and says why, until it is taken in again', async () => {
    const study = await take('Out');
    const { id: mood } = find(study, 'mood');
    const { variable } = await keepWorking(service, study, {
      name: '',
      label: 'Mood in two',
      recipe: inTwo(mood, group('1', 'Low', '1', '2'), group('2', 'High', '3', '4', '5')),
    });
    await editEntries(service, study, [{ variable: mood, label: 'Mood' }]);
    await keepWorking(service, study, {
      name: '',
      label: 'Is high',
      recipe: { kind: 'flags', source: variable, codes: ['2'], yes: 'Yes', no: 'No' },
    });
    await saveTable(service, study, null, { title: 'Mood in two', sentence: bodyAbout(variable), shown: SHOWN });
    const { id } = entry(study, 'Made Mood in two');
    const out = await amendEntry(service, study, id, { is: 'left-out' });
    expect(out.misfits.map(({ words, whole }) => [words, whole])).toEqual([
      ['Made Is high (flags Mood in two)', true],
      ['Saved the table “Mood in two”', true],
    ]);
    expect(out.misfits[0]?.why).toContain('A variable that it is made of is not there');
    expect(titles(study)).toEqual(['site', 'tap', 'Mood', 'age']);
    expect(allTables(study.db)).toEqual([]);
    // Undo passes over what is left out.
    expect((await undoEntry(service, study)).words).toBe('Label of mood: “Mood”');
    await redoEntry(service, study);
    const back = await amendEntry(service, study, id, { is: 'put-in' });
    expect(back.misfits).toEqual([]);
    expect(titles(study)).toEqual(['site', 'tap', 'Mood', 'Mood in two', 'Is high', 'age']);
    expect(allTables(study.db).map(({ title }) => title)).toEqual(['Mood in two']);
  });

  it('reports no loss where what follows never touched what was left out', async () => {
    const study = await take('No loss');
    const { id: site } = find(study, 'site');
    const code = (name: string, label = name) => ({ code: name, label, missing: null });
    const [first, second, third] = [code('1', 'Mill'), code('2', 'Orchard'), code('3', 'Quarry')];
    await editEntries(service, study, [{ variable: site, codes: [first, second, third] }]);
    await editEntries(service, study, [{ variable: site, codes: [first, second, third, code('9', 'Other')] }]);
    const added = listEntries(study).at(-1)!;
    await editEntries(service, study, [
      { variable: site, codes: [code('1', 'Mill Row'), second, third, code('9', 'Other')] },
    ]);
    await editEntries(service, study, [
      { variable: site, codes: [third, second, code('1', 'Mill Row'), code('9', 'Other')] },
    ]);
    const out = await amendEntry(service, study, added.id, { is: 'left-out' });
    expect(out).toMatchObject({ misfits: [], failing: [] });
    expect(listEntries(study).map(({ note, leftOut }) => [note, leftOut])).toEqual([
      ['', null],
      ['', null],
      ['', 'chosen'],
      ['', null],
      ['', null],
    ]);
    expect(find(study, 'site').codes.map(({ label }) => label)).toEqual(['Quarry', 'Orchard', 'Mill Row']);
  });

  it('puts code lists together code by code, and names proofs that hold no more', async () => {
    const study = await take('Codes');
    const { id: site } = find(study, 'site');
    const codes = (...labels: string[]) => labels.map((label, k) => ({ code: String(k + 1), label, missing: null }));
    await editEntries(service, study, [{ variable: site, codes: codes('Mill', 'Orchard', 'Quarry') }]);
    await editEntries(service, study, [{ variable: site, codes: codes('Mill', 'Orchard', 'Quarry Side') }]);
    const { variable } = await keepWorking(service, study, {
      name: '',
      label: 'Two sites',
      recipe: inTwo(site, group('1', 'One', '1'), group('2', 'Rest', '2', '3')),
    });
    const first = entry(study, 'Codes of site');
    const list = byId(allVariables(study.db), site)!.codeListId!;
    await amendEntry(service, study, first.id, {
      is: 'changed',
      things: [{ of: 'list', id: list, codes: codes('Mill Row', 'Orchard', 'Quarry') }],
    });
    expect(find(study, 'site').codes.map(({ label }) => label)).toEqual(['Mill Row', 'Orchard', 'Quarry Side']);
    const creation = entry(study, 'Made Two sites');
    const amended = await amendEntry(service, study, creation.id, {
      is: 'changed',
      things: [
        {
          of: 'working',
          id: byId(allVariables(study.db), variable)!.workingId!,
          recipe: inTwo(site, group('1', 'One', '1'), group('2', 'Rest', '2')),
        },
      ],
    });
    expect(amended.failing).toEqual([{ variable, title: 'Two sites' }]);
  });

  it('refuses what cannot be, and changes nothing then', async () => {
    const study = await take('Refused');
    const { id: site } = find(study, 'site');
    await editEntries(service, study, [{ variable: site, label: 'Site' }]);
    await keepWorking(service, study, {
      name: '',
      label: 'Flag',
      recipe: { kind: 'flags', source: site, codes: ['1'], yes: 'Yes', no: 'No' },
    });
    const label = entry(study, 'Label of site');
    const before = JSON.stringify([titles(study), listEntries(study).map(({ words, undone }) => [words, undone])]);
    const refused = async (work: Promise<unknown>, says: string) => {
      await expect(work).rejects.toThrow(says);
      expect(JSON.stringify([titles(study), listEntries(study).map(({ words, undone }) => [words, undone])])).toBe(
        before,
      );
    };
    await refused(amendEntry(service, study, listEntries(study)[0]!.id, { is: 'left-out' }), 'cannot be taken back');
    await refused(
      amendEntry(service, study, label.id, { is: 'changed', things: [{ of: 'variable', id: site, note: 'x' }] }),
      'did not change “note”',
    );
    await refused(amendEntry(service, study, 999, { is: 'left-out' }), 'no entry 999');
    const creation = entry(study, 'Made Flag');
    const recipe: Recipe = { kind: 'flags', source: 99, codes: ['1'], yes: 'Yes', no: 'No' };
    const { workingId } = allVariables(study.db).find((variable) => variable.label === 'Flag')!;
    await refused(
      amendEntry(service, study, creation.id, { is: 'changed', things: [{ of: 'working', id: workingId!, recipe }] }),
      'would not fit there',
    );
  });
});
