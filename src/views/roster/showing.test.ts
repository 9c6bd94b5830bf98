import { describe, expect, it } from 'vitest';
import type { RosterVariable } from '../../api/types.js';
import { finderFor } from './find.js';
import { inOrder, shows, showingOptions } from './showing.js';
import { code, variable } from '../codebook/roster.fixtures.js';

describe('the roster', () => {
  const study = [
    variable(1, { name: 'q1', label: 'Satisfaction with the site', starred: true }),
    variable(2, { name: 'site', label: 'Site', question: 'Which site is your plot on?', group: 'Plot' }),
    variable(3, { name: 'q10', label: 'Uses compost', codes: [code('1', 'Every week')], holds: false }),
    variable(4, { name: 'q2', label: 'apples', aside: true, group: 'Crops', workingId: 2 }),
  ];
  const find = finderFor(study);
  const names = (listed: readonly RosterVariable[]) => listed.map(({ name }) => name).join(' ');

  it('is found by name first, then label, question and category', () => {
    expect(names(find('site'))).toBe('site q1');
    expect(names(find('which plot'))).toBe('site');
    expect(names(find('week'))).toBe('q10');
    expect(names(find('q1'))).toBe('q1 q10');
    expect(names(find(''))).toBe('q1 site q10 q2');
  });

  it('is found with letters astray, but not by anything', () => {
    expect(names(find('satisfction'))).toBe('q1');
    expect(names(find('compsot'))).toBe('q10');
    expect(find('zebra')).toEqual([]);
  });

  it('shows what is asked for, set aside only when asked', () => {
    const shown = (showing: string, withIssues?: Set<number>) => names(study.filter(shows(showing, withIssues)));
    expect(shown('all')).toBe('q1 site q10');
    expect(shown('starred')).toBe('q1');
    expect(shown('problems', new Set([1]))).toBe('q1 q10');
    expect(shown('aside')).toBe('q2');
    expect(shown('group:Crops')).toBe('q2');
    expect(shown('level:text')).toBe('');
    expect(
      showingOptions(study).flatMap(({ options }) => options.map(({ value, count }) => `${value} ${count}`)),
    ).toEqual([
      'all 3',
      'starred 1',
      'problems 1',
      'source 3',
      'level:ordered 3',
      'group:Crops 1',
      'group:Plot 1',
      'aside 1',
    ]);
  });

  it('stands in the order that is asked for', () => {
    expect(names(inOrder(study, 'file'))).toBe('q1 site q10 q2');
    expect(names(inOrder(study, 'name'))).toBe('q1 q2 q10 site');
    expect(names(inOrder(study, 'label'))).toBe('q2 q1 site q10');
    expect(names(inOrder(study, 'newest'))).toBe('q2 q10 site q1');
    expect(names(inOrder(study, 'group'))).toBe('q2 site q1 q10');
  });
});
