import { describe, expect, it } from 'vitest';
import { bodyOfSentence } from '../core/table/sentence-shape.js';
import { sentenceOf } from '../core/table/sentence.js';
import { allEntries } from '../store/ledger.js';
import { addBinder, bindersOf, dropBinder, editBinder, findBinder } from './binders.js';
import { describeEntry } from './describe-entry.js';
import { redoEntry, undoEntry } from './ledger.js';
import { service, study, variable } from './plots.fixtures.js';
import { dropTable, saveTable } from './saved-tables.js';
import { faultOf } from './test-study.js';

const keep = async (name: string, binder?: number) => {
  const sentence = bodyOfSentence(sentenceOf(variable(name).id));
  return (await saveTable(service, study, null, { title: name, sentence, shown: { hatch: true }, binder })).id;
};
const table = (id: number) => ({ is: 'table' as const, table: id });
const NOTE = { is: 'note' as const, text: 'To check' };
const items = () => bindersOf(study.db).map((binder) => binder.items);
const lastEntry = () => describeEntry(study, allEntries(study.db).at(-1)!.id);

describe('binders', () => {
  it('have what is kept at their end, and an order of their own, which can be taken back', async () => {
    const [tap, shed] = [await keep('tap'), await keep('shed')];
    const { id } = findBinder(study);
    expect(items()).toEqual([[table(tap), table(shed)]]);
    await editBinder(service, study, id, { items: [{ is: 'section', title: 'Use' }, table(shed), NOTE, table(tap)] });
    expect(items()[0]).toHaveLength(4);
    expect(lastEntry().lines[0]).toMatchObject({
      title: 'Contents of the binder “Binder”',
      after: 'section “Use”, “shed”, a note, “tap”',
    });
    await undoEntry(service, study);
    expect(items()).toEqual([[table(tap), table(shed)]]);
    await redoEntry(service, study);
    // What is taken out leaves no gap, and comes back to its place.
    await dropTable(service, study, shed);
    expect(items()[0]).toEqual([{ is: 'section', title: 'Use' }, NOTE, table(tap)]);
    await undoEntry(service, study);
    expect(items()[0]?.[1]).toEqual(table(shed));
  });

  it('take tables from each other, and new ones', async () => {
    const [tap, shed] = [await keep('tap'), await keep('shed')];
    const annex = await addBinder(service, study, { name: 'Annex', items: [table(tap)] });
    expect(items()).toEqual([[table(shed)], [table(tap)]]);
    const gate = await keep('gate', annex.id);
    expect(findBinder(study, annex.id).items).toEqual([table(tap), table(gate)]);
    await editBinder(service, study, findBinder(study).id, { name: 'Report', items: [table(gate), table(shed)] });
    expect(bindersOf(study.db).map(({ name }) => name)).toEqual(['Report', 'Annex']);
    expect(items()).toEqual([[table(gate), table(shed)], [table(tap)]]);
  });

  it('go with the tables in them, and come back with them', async () => {
    const tap = await keep('tap');
    const { id } = await addBinder(service, study, { name: 'Annex', items: [table(tap)] });
    await dropBinder(service, study, id);
    expect(items()).toEqual([[]]);
    await undoEntry(service, study);
    expect(items()).toEqual([[], [table(tap)]]);
    expect((await faultOf(Promise.resolve().then(() => findBinder(study, 99)))).kind).toBe('not-found');
  });

  it('are refused where a name is taken, a table is not there or twice, or it is the only one', async () => {
    const tap = await keep('tap');
    const { id } = findBinder(study);
    expect((await faultOf(addBinder(service, study, { name: 'Binder', items: [] }))).place.field).toBe('name');
    const twice = await faultOf(editBinder(service, study, id, { items: [table(tap), table(tap)] }));
    expect(twice).toMatchObject({ kind: 'invalid', place: { field: 'items[1].table' } });
    expect((await faultOf(editBinder(service, study, id, { items: [table(77)] }))).kind).toBe('not-found');
    expect((await faultOf(dropBinder(service, study, id))).kind).toBe('conflict');
    expect(items()).toEqual([[table(tap)]]);
  });
});
