// @vitest-environment happy-dom
import { act, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Sentence } from '../../core/table/sentence.js';
import { variable } from '../roster/variable.fixtures.js';
import { LongCount } from './LongCount.js';
import type { TableStudy } from './table-study.js';
import { useCounts } from './use-counts.js';

const AGE = variable({ id: 2, name: 'age', label: 'Age' });
const VIEW = { study: { id: 'plots' }, variables: [AGE] } as unknown as TableStudy;
const SENTENCE: Sentence = { rows: [{ variable: 2 }], by: [], within: null, only: [], weight: null };

/** What the server does with each request: it counts until it is told to stop, or answers. */
let signals: AbortSignal[] = [];
let answer: unknown = null;

function Screen() {
  const { counting, counted } = useCounts(VIEW, SENTENCE);
  return (
    <>
      <LongCount counting={counting} isThere={counted !== null} />
      {counted && <p>The table</p>}
    </>
  );
}

beforeEach(() => {
  [signals, answer] = [[], null];
  vi.useFakeTimers({ shouldAdvanceTime: true });
  vi.stubGlobal('fetch', (_: string, { signal }: { signal: AbortSignal }) => {
    signals.push(signal);
    if (answer !== null) return Promise.resolve(Response.json(answer));
    return new Promise((_, reject) => {
      signal.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('is told after a moment, with how long it takes, can be stopped, and begun again', async () => {
  render(<Screen />);
  expect(screen.queryByRole('status')).toBeNull();
  act(() => void vi.advanceTimersByTime(2100));
  expect(screen.getByRole('status').textContent).toBe('Still counting.');
  act(() => void vi.advanceTimersByTime(3000));
  expect(screen.getByText('(5 seconds)')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Stop counting' }));
  await waitFor(() => expect(screen.getByRole('status').textContent).toBe('Counting was stopped.'));
  expect(signals.map(({ aborted }) => aborted)).toEqual([true]);
  answer = { blocks: [] };
  fireEvent.click(screen.getByRole('button', { name: 'Count it' }));
  await waitFor(() => expect(screen.getByText('The table')).toBeTruthy());
  expect(screen.queryByRole('status')).toBeNull();
  expect(signals).toHaveLength(2);
});
