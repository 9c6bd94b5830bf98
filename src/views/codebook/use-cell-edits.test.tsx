// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { RosterVariable } from '../../api/types.js';
import { problem, serverThat } from '../server/server.fixtures.js';
import type { CellEdit } from './grid-edits.js';
import { age, all, variable } from './roster.fixtures.js';
import { useCellEdits } from './use-cell-edits.js';
import type { Codebook } from './use-codebook.js';

/** The grid of a study whose first two variables share a code list. */
function start() {
  const edit = vi.fn(() => Promise.resolve(true));
  const [setTrouble, setToast, refocus] = [vi.fn(), vi.fn(), vi.fn()];
  const codebook = { lists: [], edit, setTrouble, setToast } as unknown as Codebook;
  const { result } = renderHook(() => useCellEdits('plots', all, codebook, refocus));
  return { result, edit, setTrouble, setToast, refocus };
}

const cell = (of: RosterVariable, field: CellEdit['field'], text: string): CellEdit => ({ variable: of, field, text });
const shared = all[0]!;

describe('what is typed into cells', () => {
  it('is made at once, and stands in its cell until it is', async () => {
    const { result, edit } = start();
    let answer: (made: boolean) => void = () => undefined;
    edit.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    act(() => result.current.change([cell(age, 'label', 'Age in years')]));
    expect([...result.current.waiting]).toEqual([['3 label', 'Age in years']]);
    expect(edit).toHaveBeenCalledWith([{ variable: 3, label: 'Age in years' }], undefined, '', undefined);
    await act(async () => answer(await Promise.resolve(true)));
    expect(result.current.waiting.size).toBe(0);
  });

  it('is made on the revision on which the typing began', () => {
    const { result, edit } = start();
    act(() => result.current.change([cell(age, 'note', 'checked')], '', 12));
    expect(edit).toHaveBeenCalledWith([{ variable: 3, note: 'checked' }], undefined, '', 12);
  });

  it('is refused where a cell cannot be understood, and nothing is changed', () => {
    const { result, edit, setTrouble } = start();
    act(() => result.current.change([cell(age, 'label', 'Years'), cell(age, 'level', 'cake')]));
    expect(setTrouble).toHaveBeenCalledWith(expect.objectContaining({ mend: 'Nothing was changed.' }));
    expect(edit).not.toHaveBeenCalled();
  });

  it('is shown first where others share the code list: for all or for this one alone', async () => {
    serverThat(() => ({ body: { each: [], any: 0 } }));
    const { result, edit, refocus } = start();
    act(() => result.current.change([cell(shared, 'codes', '1 Yes; 2 No; 9 Refused')]));
    await waitFor(() => expect(result.current.asking).not.toBeNull());
    expect(result.current.asking?.others.map(({ id }) => id)).toEqual([2]);
    expect(edit).not.toHaveBeenCalled();
    act(() => result.current.answer('this'));
    expect(edit).toHaveBeenCalledWith(
      [expect.objectContaining({ variable: 1, codesFor: 'this' })],
      undefined,
      '',
      undefined,
    );
    expect(result.current.asking).toBeNull();
    expect(refocus).toHaveBeenCalled();
  });

  it('is given up where nobody wants it', async () => {
    serverThat(() => ({ body: { each: [], any: 0 } }));
    const { result, edit } = start();
    act(() => result.current.change([cell(shared, 'codes', '1 Yes; 2 No; 9 Refused')]));
    await waitFor(() => expect(result.current.asking).not.toBeNull());
    act(() => result.current.answer(null));
    expect([result.current.asking, edit.mock.calls.length]).toEqual([null, 0]);
  });

  it('says how many respondents lose or gain an answer by it', async () => {
    const requests = serverThat(() => ({ body: { each: [17, 34], any: 34 } }));
    const { result } = start();
    act(() => result.current.change([cell(shared, 'missing', '2 refused; 9 refused')]));
    await waitFor(() => expect(result.current.asking?.words.join(' ')).toContain('17'));
    expect(result.current.asking?.words.some((words) => words.startsWith('For all: '))).toBe(true);
    expect(requests[0]).toMatchObject({ method: 'POST', address: '/studies/plots/missing/reach' });
  });

  it('is not made where what it does cannot be counted', async () => {
    serverThat(() => problem(500, 'It failed.'));
    const { result, edit, setTrouble } = start();
    act(() => result.current.change([cell(shared, 'missing', '2 refused; 9 refused')]));
    await waitFor(() => expect(setTrouble).toHaveBeenCalledWith({ detail: 'It failed.', mend: 'Mend it.' }));
    expect([result.current.asking, edit.mock.calls.length]).toEqual([null, 0]);
  });

  it('says what is left alone', () => {
    const { result, edit, setToast } = start();
    const made = variable(4, { workingId: 3, made: 'regroup', codeListId: 8 });
    act(() => result.current.change([cell(made, 'level', 'number'), cell(made, 'level', 'text')], 'Pasted.'));
    expect(edit).not.toHaveBeenCalled();
    expect(setToast.mock.calls[0]?.[0]).toMatch(/^Pasted\. 2 left alone: .+, …\.$/);
  });
});

describe('what is pasted', () => {
  it('clears nothing by empty cells, unless that is wanted', () => {
    const { result, edit, refocus } = start();
    const empty = [cell(age, 'note', '')];
    const noted = variable(5, { note: 'old' });
    act(() =>
      result.current.pasted({ cells: [cell(age, 'label', 'Years')], empty: [cell(noted, 'note', '')], note: '' }),
    );
    expect(edit).toHaveBeenCalledTimes(1);
    expect(result.current.empty).toHaveLength(1);
    act(() => result.current.emptyThem());
    expect(edit).toHaveBeenLastCalledWith([{ variable: 5, note: '' }], undefined, '', undefined);
    act(() => result.current.pasted({ cells: [], empty, note: '' }));
    act(() => result.current.leaveEmpty());
    expect(result.current.empty).toEqual([]);
    expect(refocus).toHaveBeenCalledTimes(2);
  });
});
