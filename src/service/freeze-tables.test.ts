import { describe, expect, it } from 'vitest';
import { bodyAbout, type SentenceBody } from '../core/table/sentence-shape.js';
import type { Shown } from '../core/table/shown-shape.js';
import { allTables } from '../store/tables.js';
import { addBinder } from './binders.js';
import { describeEntry } from './describe-entry.js';
import { freezeTables, thawTables } from './freeze-tables.js';
import { listEntries, redoEntry, undoEntry } from './ledger.js';
import { edit, service, study, variable } from './plots.fixtures.js';
import { discloseBinder, writeBinder } from './report.js';
import { copyTable, findTable, saveTable } from './saved-tables.js';
import { keptSweep, sweep } from './sweep.js';
import { savedTableAsCsv } from './table-csv.js';
import { faultOf } from './test-study.js';
import { dropWorking, keepWorking } from './workings.js';

const keep = async (sentence: SentenceBody, shown: Partial<Shown> = {}) =>
  (await saveTable(service, study, null, { title: 't', sentence, shown: { hatch: true, ...shown } })).id;
const tapBySite = () => bodyAbout(variable('tap').id, { by: variable('site').id });

/** What a file says of its tables, at full precision. */
async function tablesSaid(...tables: number[]): Promise<Record<string, unknown>[]> {
  const { stream } = await writeBinder(service, study, { as: 'json', tables });
  return (JSON.parse(await new Response(stream).text()) as { tables: Record<string, unknown>[] }).tables;
}
const without = (table: Record<string, unknown>) => ({ ...table, frozen: null });
/** The site is called otherwise, and who gardens on c has not answered any more. */
const changeSite = () =>
  edit('site', {
    label: 'Grounds',
    codes: [
      { code: 'a', label: 'Ash' },
      { code: 'b', label: 'Beech' },
      { code: 'c', label: 'Cedar', missing: 'refused' },
    ],
  });
/** A working that puts codes of a variable together. */
const grouped = (source: number, ...groups: string[][]) => ({
  kind: 'regroup' as const,
  source,
  level: 'ordered' as const,
  groups: groups.map((from, k) => ({ code: String(k + 1), label: `Group ${k + 1}`, from })),
  setAside: [],
});

describe('a table that is frozen', () => {
  it('keeps its figures, labels, pictures and readings in every file, whatever is changed', async () => {
    const [site, hours, fee] = ['site', 'hours', 'fee'].map((name) => variable(name).id);
    const reading = { readings: [{ item: 0, nest: 0 }] };
    const ids = [
      await keep(tapBySite(), reading),
      await keep(bodyAbout(hours!, { by: site! }), { handed: 'both', picture: 'densities' }),
      await keep(bodyAbout(hours!, { by: fee! }), { handed: 'picture' }),
    ];
    const before = await tablesSaid(...ids);
    const csvBefore = await savedTableAsCsv(service, study, ids[0]!);
    await freezeTables(service, study, ids);
    await changeSite();
    await edit('hours', { codes: [{ code: '3', label: 'Three', missing: 'other' }] });
    const after = await tablesSaid(...ids);
    expect(after.map(without)).toEqual(before);
    expect(after[0]?.['frozen']).toEqual({ at: expect.stringMatching(/^\d{4}-/) as string, entry: 4 });
    for (const as of ['markdown', 'html', 'latex', 'csv', 'tidy'] as const) {
      const { stream } = await writeBinder(service, study, { as, tables: [ids[0]!] });
      const text = await new Response(stream).text();
      expect(text).toContain(as === 'tidy' ? (after[0]?.['frozen'] as { at: string }).at : 'as of entry 4');
    }
    expect(await savedTableAsCsv(service, study, ids[0]!)).toEqual(csvBefore);
    const disclosed = await discloseBinder(service, study, {});
    expect(disclosed.tables[0]?.caption).toBe('Uses the tap by Site');
    expect(findTable(study, ids[0]!).frozen?.caption).toBe('Uses the tap by Site');

    await thawTables(service, study, ids);
    const [thawed] = await tablesSaid(ids[0]!);
    expect(thawed).toMatchObject({ caption: 'Uses the tap by Grounds' });
    expect(await savedTableAsCsv(service, study, ids[0]!)).not.toEqual(csvBefore);
  });

  it('keeps the lines of a sweep, and is swept anew where that is asked for', async () => {
    const rows = ['tap', 'hours', 'fee'].map((name) => variable(name).id);
    const sentence = { rows, by: variable('site').id, within: null, only: [], weight: null };
    await expect(keep({ ...sentence, by: [] }, { sweep: {} })).rejects.toMatchObject({ place: { field: 'by' } });
    const id = await keep(sentence, { sweep: { sort: 'n' }, adjustment: 'bonferroni' });
    const before = await keptSweep(service, study, id, false);
    const byAll = await sweep(service, study, { ...sentence, sort: 'n', adjustment: 'bonferroni' });
    expect(before).toEqual(byAll);
    const [said] = await tablesSaid(id);
    expect(said).toMatchObject({ caption: '3 variables by Site', sweeps: [before] });
    await freezeTables(service, study, [id]);
    await changeSite();
    expect(await keptSweep(service, study, id, false)).toEqual(before);
    expect((await tablesSaid(id)).map(without)).toEqual([said]);
    const now = await keptSweep(service, study, id, true);
    expect(now.title).toBe('3 variables by Grounds');
    expect(now.lines.map(({ n }) => n)).not.toEqual(before.lines.map(({ n }) => n));
    const plain = await keep(tapBySite());
    expect(await faultOf(keptSweep(service, study, plain, false))).toMatchObject({ kind: 'unsupported' });
  });

  it('keeps what its reading needs of an axis that was regrouped', async () => {
    const hours = ['0', '1', '2.5', '3', '4', '5.5', '6', '7', '8.5', '9', '10', '11.5'];
    const codes = (called: string) => [
      ...hours.map((code) => ({ code, label: `${called} ${code}` })),
      { code: '999', label: 'Not said', missing: 'refused' as const },
    ];
    await edit('hours', { level: 'ordered', codes: codes('At') });
    const recipe = grouped(variable('hours').id, hours.slice(0, 5), hours.slice(5));
    const made = await keepWorking(service, study, { name: '', label: 'Hours in two', recipe });
    const id = await keep(bodyAbout(variable('tap').id, { by: made.variable }), { readings: [{ item: 0, nest: 0 }] });
    const before = await tablesSaid(id);
    expect(JSON.stringify(before)).toMatch(/hours is cut/i);
    await freezeTables(service, study, [id]);
    await edit('hours', { label: 'Time', codes: codes('Of') });
    expect((await tablesSaid(id)).map(without)).toEqual(before);
  });

  it('is an entry of the ledger, which is taken back and done again', async () => {
    const [first, second] = [await keep(tapBySite()), await keep(tapBySite())];
    await edit('gate', { label: 'Uses the gate often' });
    const entry = listEntries(study).at(-1)!.id;
    const frozen = await freezeTables(service, study, [first, second, first]);
    expect(frozen.map((table) => table.frozen?.entry)).toEqual([entry, entry]);
    expect(listEntries(study).at(-1)?.words).toBe('Froze 2 tables');
    const { lines } = describeEntry(study, listEntries(study).at(-1)!.id);
    expect(lines[0]).toMatchObject({
      title: 'Frozen of the table “t”',
      before: 'no, it follows the study',
      after: expect.stringContaining(`as of entry ${entry} of the ledger.`) as string,
    });
    const mark = findTable(study, first).frozen;
    // Frozen again it stays as it was, and there is nothing to write down.
    expect(await freezeTables(service, study, [first])).toMatchObject([{ frozen: mark }]);
    expect(listEntries(study).at(-1)?.words).toBe('Froze 2 tables');
    await undoEntry(service, study);
    expect(allTables(study.db).map((table) => table.frozen)).toEqual([null, null]);
    await redoEntry(service, study);
    expect(findTable(study, first).frozen).toEqual(mark);
    await thawTables(service, study, [first]);
    expect(listEntries(study).at(-1)?.words).toBe('Thawed the table “t”');
    await undoEntry(service, study);
    expect(findTable(study, first).frozen).toEqual(mark);
  });

  it('is not changed but for how it stands in the binder, and its copy is frozen as it is', async () => {
    const id = await keep(tapBySite());
    await freezeTables(service, study, [id]);
    const table = { title: 'Named', sentence: tapBySite(), shown: { hatch: true } };
    const changed = (next: Partial<typeof table>) => saveTable(service, study, id, { ...table, ...next });
    for (const next of [{ sentence: bodyAbout(variable('tap').id) }, { shown: { hatch: false } }])
      expect(await faultOf(changed(next))).toMatchObject({
        kind: 'conflict',
        mend: expect.stringContaining('Thaw') as string,
      });
    const handed = await saveTable(service, study, id, { ...table, shown: { handed: 'picture', hatch: true } });
    expect(handed).toMatchObject({
      title: 'Named',
      shown: { handed: 'picture' },
      frozen: { id: expect.any(Number) as number },
    });
    const annex = await addBinder(service, study, { name: 'Annex', items: [] });
    await changeSite();
    const copy = await copyTable(service, study, id, annex.id);
    expect(copy.frozen).toEqual(handed.frozen);
    expect(copy.id).not.toBe(id);
    expect((await savedTableAsCsv(service, study, copy.id)).text).toContain('Uses the tap');
    await thawTables(service, study, [id]);
    expect((await savedTableAsCsv(service, study, copy.id)).text).toContain('Uses the tap');
  });

  it('stays when what it stood on stands in for something else, and is gone', async () => {
    const recipe = grouped(variable('site').id, ['a'], ['b'], ['c']);
    const draft = { name: '', label: 'How far', recipe, standsIn: true };
    const id = await keep(bodyAbout(variable('site').id));
    const { working, variable: made } = await keepWorking(service, study, draft);
    expect(findTable(study, id).sentence.rows).toBe(made);
    const before = await tablesSaid(id);
    await freezeTables(service, study, [id]);
    await dropWorking(service, study, working);
    expect(findTable(study, id).sentence.rows).toBe(variable('site').id);
    expect((await tablesSaid(id)).map(without)).toEqual(before);
  });

  it('is refused where one of them is not there, or cannot be counted; then none is', async () => {
    const id = await keep(tapBySite());
    const text = await keep(bodyAbout(variable('tap').id, { weight: variable('remark').id }));
    expect(await faultOf(freezeTables(service, study, [id, 99]))).toMatchObject({ kind: 'not-found' });
    expect(await faultOf(freezeTables(service, study, [id, text]))).toMatchObject({ kind: 'unsupported' });
    expect(findTable(study, id).frozen).toBeNull();
  });
});
