// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import type { KeptTable, StudyView } from '../../api/types.js';
import { variable } from '../roster/variable.fixtures.js';
import { SHOWN } from './shown-query.js';

const ROWS = [{ figure: 'row-percent' as const }];
import { EMPTY } from './url.js';
import { useAsked } from './use-asked.js';

const SITE = variable({ id: 1, name: 'site', label: 'Site' });
const AGE = variable({ id: 2, name: 'age', label: 'Age' });
const KEPT = {
  id: 7,
  title: 'Age by Site',
  sentence: { rows: 2, by: 1, within: null, only: [], weight: null },
  shown: { ...SHOWN, figures: ROWS },
} as unknown as KeptTable;
const VIEW = { study: { id: 'plots' }, variables: [SITE, AGE], tables: [KEPT], workings: [] } as unknown as StudyView;

const at = (address: string) => history.replaceState(null, '', address);
const start = () => renderHook(({ view }) => useAsked('plots', view), { initialProps: { view: VIEW } });

beforeEach(() => at('/studies/plots/tables'));

describe('what the address asks for', () => {
  it('is not known before the study is there', () => {
    const { result, rerender } = renderHook(({ view }) => useAsked('plots', view), {
      initialProps: { view: null as StudyView | null },
    });
    expect(result.current.ready).toBe(false);
    rerender({ view: VIEW });
    expect(result.current).toMatchObject({ ready: true, draft: EMPTY, saved: null });
  });

  it('is a sentence by names', () => {
    at('/studies/plots/tables?rows=age&by=site');
    expect(start().result.current.draft).toMatchObject({ rows: [{ variable: 2 }], by: [[1]] });
  });

  it('is a kept table as it was kept, where it says nothing else', () => {
    at('/studies/plots/tables?table=7');
    const { result } = start();
    expect(result.current).toMatchObject({
      saved: 7,
      shown: { figures: ROWS },
      draft: { rows: [{ variable: 2 }], by: [[1]] },
    });
    at('/studies/plots/tables?table=7&show=usual');
    expect(start().result.current.shown.figures).toBeUndefined();
  });
});

describe('what is asked for', () => {
  it('stands in the address, and goes back and forth with the browser', () => {
    const { result } = start();
    act(() => result.current.change({ ...EMPTY, rows: [{ variable: 2 }] }));
    expect(location.search).toBe('?rows=age');
    act(() => result.current.change({ ...EMPTY, rows: [{ variable: 2 }], by: [[1]] }));
    expect(location.search).toBe('?rows=age&by=site');
    at('/studies/plots/tables?rows=age');
    act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
    expect(result.current.draft.by).toEqual([]);
  });

  it('keeps what is shown in the address', () => {
    const { result } = start();
    act(() => result.current.change({ ...EMPTY, rows: [{ variable: 2 }] }));
    act(() => result.current.show({ ...SHOWN, figures: ROWS }));
    expect(location.search).toBe('?rows=age&figures=row-percent');
    expect(result.current.shown.figures).toEqual(ROWS);
  });

  it('is a kept table once it was kept, and a new one from where that is wanted', () => {
    const { result } = start();
    act(() => result.current.change({ ...EMPTY, rows: [{ variable: 2 }] }));
    act(() => result.current.keptAs(7));
    expect([result.current.saved, new URLSearchParams(location.search).get('table')]).toEqual([7, '7']);
    act(() => result.current.keptAs(null));
    expect([result.current.saved, location.search]).toEqual([null, '?rows=age']);
  });
});
