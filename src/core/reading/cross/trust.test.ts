import { describe, expect, it } from 'vitest';
import { assess } from '../../assess.js';
import { read, requestOf } from '../read.js';
import { cross, readIt, part, SITES } from '../cross-tables.fixtures.js';

describe('trust', () => {
  it('says whether the result hangs on where an ordered variable is cut', () => {
    const AGE = { label: 'Age', level: 'ordered' as const, labels: ['18-34', '35-49', '50-64', '65+'] };
    const YES = { label: 'Renews', labels: ['Yes', 'No'] };
    const checks = (cells: number[][]) => part(readIt(cross(AGE, YES, cells)), 'trust').checks;
    const fickle = checks([
      [30, 30],
      [38, 14],
      [14, 38],
      [30, 30],
    ]).find(({ text }) => text.includes('cut'));
    expect(fickle?.ok).toBe(false);
    expect(fickle?.text).toMatch(/depends on how Age is cut: p is below \.05 in \d of 7 groupings/);
    const firm = checks([
      [80, 20],
      [60, 40],
      [40, 60],
      [20, 80],
    ]).find(({ text }) => text.includes('cut'));
    expect(firm).toMatchObject({ ok: true, text: expect.stringContaining('7 ways') as string });
  });

  it("stands on Fisher's test once it is known, and says how it was come by", () => {
    const COLOURS = { label: 'Shed', labels: ['Green', 'Brown', 'White'] };
    const table = cross(COLOURS, SITES, [
      [3, 1, 0],
      [1, 2, 4],
      [2, 0, 5],
    ]);
    const request = requestOf(table, 0.95)!;
    const exact = read(table, assess(request), 0.95);
    expect(part(exact, 'association').tests[0]?.id).toBe('fisher');
    expect(part(exact, 'trust').checks[0]?.text).toContain("read Fisher's exact test");
    const sampled = read(table, assess({ ...request, exact: { method: 'monte-carlo', draws: 500 } }), 0.95);
    expect(part(sampled, 'association').tests[0]?.text).toContain('500 tables drawn, 99% interval');
    expect(part(sampled, 'say').sentence).toContain('(500 tables drawn)');
  });

  it('says when much of V is chance', () => {
    const counts = Array.from({ length: 5 }, (_, i) => Array.from({ length: 5 }, (_, j) => 2 + ((i * 3 + j * 7) % 4)));
    const wide = (label: string) => ({ label, labels: ['a', 'b', 'c', 'd', 'e'] });
    const text = part(readIt(cross(wide('One'), wide('Other'), counts)), 'trust')
      .checks.map((check) => check.text)
      .join(' ');
    expect(text).toContain('Much of V is chance');
  });
});
