import { byId } from '../core/by-id.js';
import { describe, expect, it } from 'vitest';
import { Fault } from '../core/fault.js';
import { bandsAt } from '../core/recode/band/edges.js';
import type { Recipe } from '../core/recode/types.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allTables } from '../store/tables.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import { amendEntry } from './amend-entry.js';
import { changeCodeList, listCodeLists } from './code-lists.js';
import type { OpenStudy } from './context.js';
import { describeEntry } from './describe-entry.js';
import { editEntries } from './edit-variable.js';
import { goToEntry, listEntries, redoEntry, undoEntry } from './ledger.js';
import { openStudy } from './open-study.js';
import { saveTable } from './saved-tables.js';
import { serviceForTests, studyOfRows } from './test-study.js';
import { dropWorking, editWorking, keepWorking, keepWorkings } from './workings.js';

const SHOWN = { percent: 'column' as const, counts: true, hatch: true, expected: false };
const service = serviceForTests();

const find = ({ db }: OpenStudy, name: string): VariableRow => {
  const found = allVariables(db).find((one) => one.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};
const take = (name: string) => {
  const rows = Array.from({ length: 60 }, (_, k) =>
    [1 + (k % 3), 1 + (k % 2), 1 + (k % 5), 20 + ((k * 7) % 60)].join(','),
  );
  return studyOfRows(service, name, ['site,tap,mood,age', ...rows]);
};
const group = (code: string, label: string, ...from: string[]) => ({ code, label, from });
const inTwo = (source: number, ...groups: ReturnType<typeof group>[]): Recipe => ({
  kind: 'regroup',
  source,
  level: 'ordered',
  groups,
  setAside: [],
});
const entry = (study: OpenStudy, words: string) => {
  const found = listEntries(study).find((one) => one.words.startsWith(words));
  if (!found)
    throw new Error(
      `no entry ${words} among ${listEntries(study)
        .map((one) => one.words)
        .join(' | ')}`,
    );
  return found;
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
    const made = entry(study, 'Made Age in two');
    expect(describeEntry(study, made.id).lines.map(({ title, by }) => [title, by])).toContainEqual([
      'Recipe of Age in two',
      'recipe',
    ]);
    const amended = await amendEntry(service, study, made.id, {
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
    const young = byId(allWorkings(study.db), two)!;
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
    const made = entry(study, 'Made Two sites');
    const amended = await amendEntry(service, study, made.id, {
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
    const made = entry(study, 'Made Flag');
    const recipe: Recipe = { kind: 'flags', source: 99, codes: ['1'], yes: 'Yes', no: 'No' };
    const { workingId } = allVariables(study.db).find((one) => one.label === 'Flag')!;
    await refused(
      amendEntry(service, study, made.id, { is: 'changed', things: [{ of: 'working', id: workingId!, recipe }] }),
      'would not fit there',
    );
  });
});

describe('two who change one study', () => {
  const both = (study: OpenStudy) =>
    openStudy(
      service,
      study.id,
      openStudy(service, study.id).db.prepare('SELECT revision FROM study').pluck().get() as number,
    );

  it('change different fields without a word', async () => {
    const study = await take('Two');
    const { id } = find(study, 'site');
    const [one, other] = [both(study), both(study)];
    await editEntries(service, one, [{ variable: id, label: 'Site' }]);
    await editEntries(service, other, [{ variable: id, note: 'which plot' }]);
    expect(find(study, 'site')).toMatchObject({ label: 'Site', note: 'which plot' });
  });

  it('are told where they change the same, and the later one can have its way', async () => {
    const study = await take('Same');
    const { id } = find(study, 'site');
    const other = both(study);
    await editEntries(service, both(study), [{ variable: id, label: 'Site' }]);
    const failed = await editEntries(service, other, [{ variable: id, label: 'Place' }]).catch(
      (error: unknown) => error,
    );
    expect(failed).toMatchObject({
      kind: 'stale',
      message: expect.stringContaining('Label of site: “Site”') as string,
    });
    expect(find(study, 'site').label).toBe('Site');
    expect(listEntries(study)).toHaveLength(2);
    await editEntries(service, study, [{ variable: id, label: 'Place' }]);
    expect(find(study, 'site').label).toBe('Place');
  });

  it('have their changes of one code list put together, and are told where they clash', async () => {
    const study = await take('Lists');
    const { id } = find(study, 'site');
    const code = (at: string, label: string) => ({ code: at, label, missing: null });
    await editEntries(service, study, [
      { variable: id, codes: [code('1', 'Mill'), code('2', 'Orchard'), code('3', 'Quarry')] },
    ]);
    const list = listCodeLists(study).find(({ users }) => users.includes(id))!;
    const [one, other, third] = [both(study), both(study), both(study)];
    const draft = (...codes: ReturnType<typeof code>[]) => ({ name: list.name, codes, changeFor: 'all' as const });
    await changeCodeList(
      service,
      one,
      list.id,
      draft(code('1', 'Mill Row'), code('2', 'Orchard'), code('3', 'Quarry')),
    );
    await changeCodeList(
      service,
      other,
      list.id,
      draft(code('3', 'Quarry Side'), code('2', 'Orchard'), code('1', 'Mill')),
    );
    expect(find(study, 'site').codes.map(({ label }) => label)).toEqual(['Quarry Side', 'Orchard', 'Mill Row']);
    await expect(
      changeCodeList(service, third, list.id, draft(code('1', 'Row'), code('2', 'Orchard'), code('3', 'Quarry'))),
    ).rejects.toThrow('changed meanwhile');
    await undoEntry(service, study);
    expect(find(study, 'site').codes.map(({ label }) => label)).toEqual(['Mill Row', 'Orchard', 'Quarry']);
  });

  it('do not undo or go back over what they have not seen', async () => {
    const study = await take('Over');
    const { id } = find(study, 'site');
    await editEntries(service, study, [{ variable: id, label: 'Site' }]);
    const other = both(study);
    await editEntries(service, study, [{ variable: id, note: 'n' }]);
    await expect(undoEntry(service, other)).rejects.toBeInstanceOf(Fault);
    await expect(goToEntry(service, other, listEntries(study)[0]!.id)).rejects.toThrow('changed meanwhile');
    expect((await undoEntry(service, both(study))).words).toBe('Note of site: “n”');
  });

  it('are told where a working was changed under them', async () => {
    const study = await take('Working');
    const { id: mood } = find(study, 'mood');
    const recipe = (...low: string[]) =>
      inTwo(
        mood,
        group('1', 'Low', ...low),
        group('2', 'High', ...['1', '2', '3', '4', '5'].filter((code) => !low.includes(code))),
      );
    const { working } = await keepWorking(service, study, { name: '', label: 'Mood in two', recipe: recipe('1') });
    const other = both(study);
    await editWorking(service, both(study), working, { name: '', label: 'Mood in two', recipe: recipe('1', '2') });
    const draft = { name: '', label: 'Mood in two', recipe: recipe('1', '2', '3') };
    await expect(editWorking(service, other, working, draft)).rejects.toMatchObject({ kind: 'stale' });
    expect(allWorkings(study.db)[0]?.recipe).toEqual(recipe('1', '2'));
    await editWorking(service, both(study), working, draft);
    expect(allWorkings(study.db)[0]?.recipe).toEqual(recipe('1', '2', '3'));
  });
});

describe('a working in the place of its source', () => {
  const reversed = (source: number) =>
    inTwo(source, ...['5', '4', '3', '2', '1'].map((code, k) => group(String(k + 1), code, code)));

  it('takes its name; what says the same there goes over, what does not stays; and gives all back', async () => {
    const study = await take('Place');
    const mood = find(study, 'mood');
    const tap = find(study, 'tap');
    const { variable: inside } = await keepWorking(service, study, {
      name: '',
      label: 'Mood in tap',
      recipe: { kind: 'interlock', sources: [tap.id, mood.id], between: ' · ', empty: false },
    });
    const { variable: flag } = await keepWorking(service, study, {
      name: '',
      label: 'First',
      recipe: { kind: 'flags', source: mood.id, codes: ['1'], yes: 'Yes', no: 'No' },
    });
    const plain = await saveTable(service, study, null, {
      title: 'Plain',
      sentence: bodyAbout(mood.id, { by: tap.id }),
      shown: SHOWN,
    });
    const only = await saveTable(service, study, null, {
      title: 'Only',
      sentence: bodyAbout(tap.id, { only: [{ variable: mood.id, is: 'any-of', codes: ['1'] }] }),
      shown: SHOWN,
    });
    const { working, variable } = await keepWorking(service, study, {
      name: '',
      label: 'Mood, reversed',
      recipe: reversed(mood.id),
      standsIn: true,
    });
    expect(listEntries(study).at(-1)?.words).toBe('Made Mood, reversed (regroups mood, and stands in for it)');
    expect(find(study, 'mood').id).toBe(variable);
    expect(find(study, 'mood_source')).toMatchObject({ id: mood.id, aside: true });
    const sources = (id: number) =>
      allWorkings(study.db).find(({ id: one }) => one === byId(allVariables(study.db), id)?.workingId)?.recipe;
    expect(sources(inside)).toMatchObject({ sources: [tap.id, variable] });
    // The code 1 means something else there.
    expect(sources(flag)).toMatchObject({ source: mood.id });
    const table = (id: number) => byId(allTables(study.db), id)?.sentence;
    expect(table(plain.id)?.rows).toBe(variable);
    expect(table(only.id)?.only[0]).toMatchObject({ variable: mood.id });
    await expect(
      keepWorking(service, study, { name: '', label: 'Again', recipe: reversed(mood.id), standsIn: true }),
    ).rejects.toThrow('stands in for mood_source already');
    await editWorking(service, study, working, {
      name: '',
      label: 'Mood, reversed',
      recipe: reversed(mood.id),
      standsIn: false,
    });
    expect(find(study, 'mood')).toMatchObject({ id: mood.id, aside: false });
    expect(sources(inside)).toMatchObject({ sources: [tap.id, mood.id] });
    expect(table(plain.id)?.rows).toBe(mood.id);
    await undoEntry(service, study);
    expect(find(study, 'mood').id).toBe(variable);
    expect(table(plain.id)?.rows).toBe(variable);
    await undoEntry(service, study);
    expect(find(study, 'mood').id).toBe(mood.id);
    expect(allVariables(study.db).some(({ id }) => id === variable)).toBe(false);
    await redoEntry(service, study);
    await dropWorking(service, study, working);
    expect(find(study, 'mood').id).toBe(mood.id);
    expect(table(plain.id)?.rows).toBe(mood.id);
  });

  it('is for many at once, each in its own place; of several sources it is refused', async () => {
    const study = await take('Many');
    const [mood, tap] = [find(study, 'mood'), find(study, 'tap')];
    const other: Recipe = inTwo(tap.id, group('1', '2', '2'), group('2', '1', '1'));
    await keepWorkings(service, study, [
      { name: '', label: 'Mood, reversed', recipe: reversed(mood.id), standsIn: true },
      { name: '', label: 'Tap, reversed', recipe: other, standsIn: true },
    ]);
    expect([find(study, 'mood').label, find(study, 'tap').label]).toEqual(['Mood, reversed', 'Tap, reversed']);
    const both: Recipe = { kind: 'interlock', sources: [mood.id, tap.id], between: ' · ', empty: false };
    await expect(keepWorking(service, study, { name: '', label: 'x', recipe: both, standsIn: true })).rejects.toThrow(
      'cannot stand in',
    );
  });
});
