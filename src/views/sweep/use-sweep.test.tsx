// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { StudyView } from '../../api/types.js';
import { sentenceOf } from '../../core/table/sentence.js';
import { variable } from '../roster/variable.fixtures.js';
import { problem, serverThat } from '../server/server.fixtures.js';
import { useSweep } from './use-sweep.js';

const ROWS = Array.from({ length: 100 }, (_, k) => k + 10);
const VIEW = {
  study: { id: 'plots' },
  variables: [1, ...ROWS].map((id) => variable({ id, name: `v${id}`, label: `Variable ${id}` })),
} as unknown as StudyView;
const SENTENCE = { ...sentenceOf(10, { by: [[1]] }), rows: ROWS.map((id) => ({ variable: id })) };

const lineOf = (id: number) => ({ variable: id, by: [1], title: `Variable ${id}`, test: null, adjustedP: null });
const linesFor = ({ body }: { body: unknown }) => ({
  body: { title: '', adjustment: 'holm', lines: (body as { rows: number[] }).rows.map(lineOf) },
});

describe('a sweep on the screen', () => {
  it('is asked part by part, and stands in the order of the list', async () => {
    const requests = serverThat(linesFor);
    const { result } = renderHook(() => useSweep(VIEW, SENTENCE));
    expect(result.current).toMatchObject({ of: 100, state: 'running' });
    await waitFor(() => expect(result.current.state).toBe('done'));
    expect(result.current.tables.map((table) => table.variable)).toEqual(ROWS);
    expect(requests.map(({ body }) => (body as { rows: number[] }).rows.length)).toEqual([60, 40]);
  });

  it('is nothing where nothing goes across', () => {
    const requests = serverThat(linesFor);
    const { result } = renderHook(() => useSweep(VIEW, { ...SENTENCE, by: [] }));
    expect(result.current).toMatchObject({ of: 0, state: 'done', tables: [] });
    expect(requests).toEqual([]);
  });

  it('says what the server refuses, and is stopped and begun again', async () => {
    serverThat(() => problem(400, 'The filter keeps nobody.'));
    const { result } = renderHook(() => useSweep(VIEW, SENTENCE));
    await waitFor(() => expect(result.current.problem?.detail).toBe('The filter keeps nobody.'));
    expect(result.current.state).toBe('stopped');
    serverThat(linesFor);
    act(() => result.current.start());
    act(() => result.current.stop());
    expect(result.current.state).toBe('stopped');
    act(() => result.current.start());
    await waitFor(() => expect(result.current.tables).toHaveLength(100));
  });
});
