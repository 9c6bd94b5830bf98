import { describe, expect, it } from 'vitest';
import { byId } from '../core/by-id.js';
import type { Code } from '../core/codebook/types.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { changeCodeList, dropCodeList, listCodeLists, makeCodeList } from './code-lists.js';
import { declareMissing } from './declare-missing.js';
import { editEntries } from './edit-variable.js';
import { undoEntry } from './ledger.js';
import { orderedCodes } from './order-codes.js';
import { edit, service, study, variable } from './plots.fixtures.js';
import { countedTable } from './test-study.js';

describe('code lists', () => {
  const perhaps: Code[] = [
    { code: '1', label: 'Yes, often', missing: null },
    { code: '2', label: 'No', missing: null },
  ];

  it('are changed for all or for one, as is said', async () => {
    const list = variable('tap').codeListId;
    await expect(edit('tap', { codes: perhaps })).rejects.toThrow('shared with Uses the shed, Uses the gate');
    await edit('tap', { codes: perhaps, codesFor: 'this' });
    expect(variable('tap').codeListId).not.toBe(list);
    expect(variable('shed').codes[0]?.label).toBe('Yes');
    await edit('shed', { codes: perhaps, codesFor: 'all' });
    expect(variable('gate').codes[0]?.label).toBe('Yes, often');
    await undoEntry(service, study);
    await undoEntry(service, study);
    expect(variable('tap').codeListId).toBe(list);
    expect(byId(listCodeLists(study), list)?.users).toHaveLength(3);
  });

  it('are not changed for all in two ways at once', async () => {
    const other = [{ code: '1', label: 'Other', missing: null }];
    await expect(
      editEntries(service, study, [
        { variable: variable('tap').id, codes: perhaps, codesFor: 'all' },
        { variable: variable('shed').id, codes: other, codesFor: 'all' },
      ]),
    ).rejects.toThrow('in two ways');
  });

  it('are made, used anywhere, and stay when nobody uses them', async () => {
    const list = await makeCodeList(service, study, {
      name: 'Sites',
      codes: [{ code: 'a', label: 'Mill Row', missing: null }],
    });
    await edit('site', { codeList: list });
    expect(variable('site').codes[0]?.label).toBe('Mill Row');
    await expect(dropCodeList(service, study, list)).rejects.toThrow('A variable uses');
    await edit('site', { codeList: null });
    expect(byId(listCodeLists(study), list)).toMatchObject({ kept: true, users: [] });
    await dropCodeList(service, study, list);
    expect(listCodeLists(study).some(({ id }) => id === list)).toBe(false);
    await undoEntry(service, study);
    expect(byId(listCodeLists(study), list)).toMatchObject({ name: 'Sites' });
    await expect(makeCodeList(service, study, { name: ' Sites', codes: [] })).rejects.toThrow('called Sites already');
  });

  it('ask for whom they are to change', async () => {
    const { codeListId: list, id } = variable('tap');
    await expect(changeCodeList(service, study, list!, { name: 'yesno', codes: perhaps })).rejects.toThrow(
      '3 variables use',
    );
    await changeCodeList(service, study, list!, { name: 'often', codes: perhaps, changeFor: [id] });
    expect(variable('tap').codes).toEqual(perhaps);
    expect(variable('gate').codes[0]?.label).toBe('Yes');
    await changeCodeList(service, study, list!, { name: 'agreed', codes: perhaps, changeFor: 'all' });
    expect(variable('gate').codes).toEqual(perhaps);
    await expect(
      changeCodeList(service, study, list!, { name: 'x', codes: [...perhaps, ...perhaps], changeFor: 'all' }),
    ).rejects.toThrow('stands twice');
  });

  it('hold an order by value, frequency, the other way round or an average, and tables follow', async () => {
    const { id } = variable('site');
    const order = async (by: 'value' | 'frequency' | 'reversed' | 'average', of?: string) =>
      (await orderedCodes(service, study, id, { by, of: of === undefined ? undefined : variable(of).id }))
        .map(({ code }) => code)
        .join('');
    expect(await order('reversed')).toBe('cba');
    expect(await order('value')).toBe('abc');
    await declareMissing(service, study, {
      missing: 'other',
      in: [{ code: '999', variables: [variable('hours').id] }],
    });
    // Without the two codes 999 the averages of the three sites: 4.8, 5.3 and 7.
    expect(await order('average', 'hours')).toBe('cba');
    await expect(order('average')).rejects.toThrow('of which variable');
    await expect(order('average', 'remark')).rejects.toThrow('no average');
    const codes = await orderedCodes(service, study, id, { by: 'reversed' });
    await edit('site', { codes });
    const sentence = bodyAbout(id);
    const table = await countedTable(service, study, sentence);
    expect(table.rows.categories.map(({ code }) => code)).toEqual(['c', 'b', 'a']);
  });
});
