import { describe, expect, it } from 'vitest';
import type { Regroup } from '../../../../core/recode/regroup/shape.js';
import { changed, merged, placed, renamed, sent, withoutGroup, withRest } from './regroup-edits.js';

const codes = ['1', '2', '3', '4'].map((code) => ({ code, label: `Label ${code}`, missing: null }));
const recipe: Regroup = {
  kind: 'regroup',
  source: 1,
  level: 'ordered',
  groups: [
    { code: '1', label: 'Low', from: ['1', '2'] },
    { code: '2', label: 'High', from: ['3'] },
  ],
  setAside: ['4'],
  unnamed: { group: '2' },
  blank: { group: '1' },
};
const groups = ({ groups: all }: Regroup) =>
  all.map(({ code, label, from }) => [code, label, from.join(' ')].join(': '));

describe('a code', () => {
  it('goes to a group, out of where it was', () => {
    const next = sent(recipe, codes, '4', { to: 'group', at: 0 });
    expect(groups(next)).toEqual(['1: Low: 1 2 4', '2: High: 3']);
    expect(next.setAside).toEqual([]);
  });

  it('goes to a group of its own under its label, once', () => {
    expect(groups(sent(recipe, codes, '2', { to: 'new' }))).toEqual(['1: Low: 1', '2: High: 3', '3: Label 2: 2']);
    expect(sent(recipe, codes, '3', { to: 'new' })).toBe(recipe);
  });

  it('is set aside, or in no group', () => {
    expect(sent(recipe, codes, '1', { to: 'aside' }).setAside).toEqual(['4', '1']);
    const nowhere = sent(recipe, codes, '4', { to: 'nowhere' });
    expect([nowhere.setAside, groups(nowhere)]).toEqual([[], groups(recipe)]);
  });
});

describe('what points to a group', () => {
  it('follows it to its new number', () => {
    const turned = placed(recipe, 1, 0);
    expect(groups(turned)).toEqual(['1: High: 3', '2: Low: 1 2']);
    expect([turned.unnamed, turned.blank]).toEqual([{ group: '1' }, { group: '2' }]);
  });

  it('follows it under another label, by what goes into it', () => {
    const next = changed(recipe, { groups: [{ code: '1', label: 'All', from: ['1', '2', '3'] }] });
    expect([next.unnamed, next.blank]).toEqual([{ group: '1' }, { group: '1' }]);
  });

  it('points nowhere when it is gone', () => {
    const next = withoutGroup(recipe, 0);
    expect(groups(next)).toEqual(['1: High: 3']);
    expect([next.unnamed, next.blank]).toEqual([{ group: '1' }, undefined]);
  });
});

describe('the group that takes the rest', () => {
  const rest = withRest(recipe);

  it('takes it under another label too, in another place, and merged into another group', () => {
    expect(renamed(rest, 2, 'Others').unnamed).toEqual({ group: '3' });
    expect(placed(renamed(rest, 2, 'Others'), 2, 0).unnamed).toEqual({ group: '1' });
    expect(merged(rest, 2, 0).unnamed).toEqual({ group: '1' });
  });
});

describe('groups', () => {
  it('are merged, renamed, moved behind others, and joined by one that takes the rest', () => {
    expect(groups(merged(recipe, 1, 0))).toEqual(['1: Low / High: 1 2 3']);
    expect(merged(recipe, 5, 0)).toBe(recipe);
    expect(groups(renamed(recipe, 1, 'Top'))).toEqual(['1: Low: 1 2', '2: Top: 3']);
    expect(groups(placed(recipe, 0, 2))).toEqual(['1: High: 3', '2: Low: 1 2']);
    const rest = withRest(recipe);
    expect([groups(rest).at(-1), rest.unnamed]).toEqual(['3: Everything else: ', { group: '3' }]);
  });
});
