import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';

describe('a multiple-response question', () => {
  it('counts an option once however often a respondent names it, and weights that are all one not at all', () => {
    const groups = [0, 0, 0, 1, 1, 1];
    const mentions = [[0, 0], [0, 1], [1], [1], [0, 1], []];
    const plain = assess({ multiple: { groups, mentions: mentions.map((m) => [...new Set(m)]), options: 2 } });
    expect(assess({ multiple: { groups, mentions, options: 2 } })).toEqual(plain);
    expect(assess({ multiple: { groups, mentions, options: 2, weights: groups.map(() => 2.5) } })).toEqual(plain);
  });

  it('tests each option by Rao and Scott where weights differ, without what nobody mentions', () => {
    const groups = Array.from({ length: 60 }, (_, k) => k % 2);
    const mentions = groups.map((g, k) => (k % 3 === 0 || (g === 1 && k % 5 < 3) ? [0] : []));
    const result = assess({
      multiple: { groups, mentions, options: 2, weights: groups.map((_, k) => 1 + (k % 4) / 4) },
    });
    expect(result.options).toHaveLength(1);
    expect(result.options[0]?.tests['rao-scott']).toBeDefined();
    expect(result.tests['equal-mention']?.p).toBeGreaterThan(0);
    expect(result.cautions.map(({ text }) => text).join()).toContain('option 2');
    expect(result.base.effective).toBeLessThan(60);
  });
});
