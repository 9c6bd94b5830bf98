// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react';
import type { ClipboardEvent, KeyboardEvent } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { only, type Selection } from './grid-moves.js';
import { all } from './roster.fixtures.js';
import { useGridKeys } from './use-grid-keys.js';

const LABEL = 2;
const LEVEL = 3;

/** The grid with some cells selected, and what its keys did. */
function grid(selection: Selection = only(0, LABEL), typing = false) {
  const acts = {
    select: vi.fn(),
    change: vi.fn(),
    pasted: vi.fn(),
    star: vi.fn(),
    undo: vi.fn(),
    redo: vi.fn(),
    closeUp: vi.fn(),
    begin: vi.fn(),
    go: vi.fn(),
  };
  const { result } = renderHook(() => useGridKeys({ listed: all, all, selection, typing, page: () => 10, ...acts }));
  const press = (key: string, more: Partial<KeyboardEvent<HTMLDivElement>> = {}) => {
    const preventDefault = vi.fn();
    result.current.pressed({ key, preventDefault, ...more } as unknown as KeyboardEvent<HTMLDivElement>);
    return preventDefault.mock.calls.length > 0;
  };
  return { ...acts, press, keys: result.current };
}

describe('keys in the grid', () => {
  it('move, and select with Shift', () => {
    const { press, go } = grid();
    expect(press('ArrowDown')).toBe(true);
    expect(go).toHaveBeenLastCalledWith(only(1, LABEL));
    press('ArrowDown', { shiftKey: true });
    expect(go).toHaveBeenLastCalledWith({ at: { row: 1, column: LABEL }, anchor: { row: 0, column: LABEL } });
  });

  it('begin to type: a letter, Enter or F2; in a level the letter is no text', () => {
    const { press, begin } = grid();
    press('M');
    press('Enter');
    press('F2');
    expect(begin.mock.calls).toEqual([['M'], [], []]);
    const level = grid(only(0, LEVEL));
    level.press('n');
    expect(level.begin).toHaveBeenCalledWith(undefined);
  });

  it('star, alone or all that are selected', () => {
    const { press, star, closeUp } = grid({ at: { row: 1, column: 0 }, anchor: { row: 0, column: 0 } });
    press(' ');
    expect(star).toHaveBeenCalledWith(all.slice(0, 2), true);
    press('Enter');
    expect(star).toHaveBeenCalledTimes(2);
    expect(closeUp).not.toHaveBeenCalled();
  });

  it('open the variable, clear, fill down, and select all', () => {
    const { press, closeUp, change, select } = grid({
      at: { row: 2, column: LABEL },
      anchor: { row: 0, column: LABEL },
    });
    press(' ');
    expect(closeUp).toHaveBeenCalled();
    press('Delete');
    expect(change).toHaveBeenLastCalledWith(
      all.slice(0, 3).map((variable) => ({ variable, field: 'label', text: '' })),
    );
    press('d', { ctrlKey: true });
    expect(change).toHaveBeenLastCalledWith(expect.anything(), 'Filled down.');
    press('a', { ctrlKey: true });
    expect(select).toHaveBeenLastCalledWith({
      anchor: { row: 0, column: LABEL },
      at: { row: all.length - 1, column: LABEL },
    });
    press('Escape');
    expect(select).toHaveBeenLastCalledWith(only(2, LABEL));
  });

  it('take back and do again', () => {
    const { press, undo, redo } = grid();
    press('z', { ctrlKey: true });
    press('Z', { ctrlKey: true, shiftKey: true });
    press('y', { metaKey: true });
    expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([1, 2]);
  });

  it('are the browser’s where they mean nothing here', () => {
    const { press } = grid();
    expect(press('s', { ctrlKey: true })).toBe(false);
    expect(press('ArrowDown', { altKey: true })).toBe(false);
    expect(press('Shift')).toBe(false);
  });

  it('are the cell’s while it is typed in', () => {
    const { press, go, keys, pasted } = grid(only(0, LABEL), true);
    expect(press('ArrowDown')).toBe(false);
    keys.paste({ preventDefault: vi.fn() } as unknown as ClipboardEvent);
    expect([go.mock.calls.length, pasted.mock.calls.length]).toEqual([0, 0]);
  });
});

describe('the clipboard in the grid', () => {
  it('takes the cells that are selected, and puts cells where they fit', () => {
    const { keys, pasted } = grid({ at: { row: 1, column: LABEL }, anchor: { row: 0, column: LABEL } });
    const setData = vi.fn();
    keys.copy({ clipboardData: { setData }, preventDefault: vi.fn() } as unknown as ClipboardEvent);
    expect(setData).toHaveBeenCalledWith('text/plain', 'Question 1\nQuestion 2');
    const getData = () => 'One\nTwo';
    keys.paste({ clipboardData: { getData }, preventDefault: vi.fn() } as unknown as ClipboardEvent);
    expect(pasted.mock.calls[0]?.[0]).toMatchObject({
      cells: [
        { field: 'label', text: 'One' },
        { field: 'label', text: 'Two' },
      ],
      empty: [],
    });
  });
});
