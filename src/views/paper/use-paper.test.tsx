// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { BLANK } from './examples.js';
import { isUntouched, usePaper } from './use-paper.js';

beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
});

const start = (block = 0) => renderHook(() => usePaper(block)).result;

describe('a table on paper', () => {
  it('begins blank, and is there again after a reload', () => {
    const page = start();
    expect(isUntouched(page.current.paper)).toBe(true);
    act(() => page.current.setCell(0, 1, '17'));
    act(() => page.current.setLabel('rows', 0, 'Young'));
    expect(isUntouched(page.current.paper)).toBe(false);
    expect(start().current.paper).toEqual(page.current.paper);
  });

  it('grows, shrinks and has blocks', () => {
    const page = start();
    act(() => page.current.addRow());
    act(() => page.current.addColumn());
    expect(page.current.paper.blocks[0]?.cells.map((line) => line.length)).toEqual([3, 3, 3]);
    act(() => page.current.removeRow(0));
    act(() => page.current.removeColumn(0));
    act(() => page.current.setKind('strata'));
    act(() => page.current.nameBlock('Wet year'));
    act(() => page.current.addBlock());
    expect(page.current.paper.blocks.map(({ name }) => name)).toEqual(['Wet year', '', '']);
    act(() => page.current.removeBlock());
    expect(page.current.paper.blocks).toHaveLength(2);
  });

  it('takes a table that is pasted, and says where there is none', () => {
    const page = start();
    let was = true;
    act(() => {
      was = page.current.paste('17', 0, 0);
    });
    expect([was, isUntouched(page.current.paper)]).toEqual([false, true]);
    act(() => {
      was = page.current.lay('\tA\tB\nX\t1\t2\nY\t3\t4');
    });
    expect([was, page.current.paper.columns]).toEqual([true, ['A', 'B']]);
  });

  it.each([
    ['of another shape', { ...BLANK, kind: 'cake' }],
    ['with a block that is not as wide as its columns', { ...BLANK, columns: ['a', 'b', 'c'] }],
    ['without a block', { ...BLANK, blocks: [] }],
  ])('that was kept %s is not taken', (_, draft) => {
    localStorage.setItem('paper', JSON.stringify({ version: 1, draft }));
    expect(start().current.paper).toEqual(BLANK);
  });
});
