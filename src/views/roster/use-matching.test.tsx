// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useMatching } from './use-matching.js';
import { variable } from './variable.fixtures.js';

const STUDY = [
  variable({ id: 1, name: 'q2', label: 'Mood', starred: true }),
  variable({ id: 2, name: 'site', label: 'Site', group: 'Plot' }),
  variable({ id: 3, name: 'age', label: 'Age at the site', level: 'number', group: 'Plot' }),
];

const start = (withIssues?: ReadonlySet<number>) =>
  renderHook(({ variables }) => useMatching(variables, withIssues), { initialProps: { variables: STUDY } });
const names = ({ result }: ReturnType<typeof start>) => result.current.matching.map(({ name }) => name).join(' ');

describe('what of the roster is in sight', () => {
  it('is all of it in the order of the file, until something is chosen', () => {
    const roster = start();
    expect(names(roster)).toBe('q2 site age');
    act(() => roster.result.current.setOrder('name'));
    expect(names(roster)).toBe('age q2 site');
  });

  it('is what was searched for, the best first, whatever the order', () => {
    const roster = start();
    act(() => roster.result.current.setOrder('label'));
    act(() => roster.result.current.setSearch('site'));
    expect(names(roster)).toBe('site age');
  });

  it('is what is shown by one thing, and everything again where that is gone', () => {
    const roster = start();
    const group = 'group:Plot';
    act(() => roster.result.current.show(group));
    expect(names(roster)).toBe('site age');
    roster.rerender({ variables: STUDY.map((item) => ({ ...item, group: '' })) });
    expect([names(roster), roster.result.current.showing]).toEqual(['q2 site age', 'all']);
  });

  it('is what the health list names', () => {
    const roster = start(new Set([3]));
    act(() => roster.result.current.show('problems'));
    expect(names(roster)).toBe('age');
  });
});
