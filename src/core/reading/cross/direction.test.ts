import { describe, expect, it } from 'vitest';
import { cross, readIt, part, HAPPY } from '../cross-tables.fixtures.js';

describe('direction, from the labels', () => {
  const USE = { label: 'Uses the hut', level: 'ordered' as const, labels: ['Weekly', 'Monthly', 'Never'] };

  it('leads with tau-b where both are ordered, and says which end goes with which', () => {
    const along = readIt(
      cross(HAPPY, USE, [
        [40, 20, 5],
        [20, 30, 20],
        [5, 20, 40],
      ]),
    );
    expect(part(along, 'association').tests[0]).toMatchObject({ id: 'linear-trend', lead: true });
    expect(part(along, 'strength').measures[0]?.id).toBe('kendall-tau-b');
    expect(part(along, 'strength').size?.symbol).toBe('τb');
    expect(part(along, 'strength').notes[0]).toBe(
      'Uses the hut nearer “Weekly” goes with Satisfaction nearer “Very satisfied”, and nearer “Never” with ' +
        'nearer “Very dissatisfied”.',
    );
    expect(part(along, 'say').sentence).toMatch(/τb = \.\d\d \[.* Uses the hut nearer “Weekly” goes with/);
  });

  it('turns the words, not only the sign, when the codes run the other way', () => {
    const against = readIt(
      cross(HAPPY, USE, [
        [5, 20, 40],
        [20, 30, 20],
        [40, 20, 5],
      ]),
    );
    expect(part(against, 'strength').measures[0]?.value).toBeLessThan(0);
    expect(part(against, 'strength').notes[0]).toBe(
      'Uses the hut nearer “Weekly” goes with Satisfaction nearer “Very dissatisfied”, and nearer “Never” ' +
        'with nearer “Very satisfied”.',
    );
  });

  it('compares the shares on 2 x 2, and leads with phi', () => {
    const two = readIt(
      cross({ label: 'Renews', labels: ['Yes', 'No'] }, { label: 'Shares', labels: ['Alone', 'Together'] }, [
        [40, 80],
        [60, 20],
      ]),
    );
    expect(part(two, 'strength').measures[0]?.id).toBe('phi');
    expect(part(two, 'strength').notes[0]).toBe(
      'Renews is “Yes” for 80% where Shares is “Together”, and for 40% where it is “Alone”.',
    );
    expect(part(two, 'strength').notes[1]).toBe(
      'Renews “Yes” goes with Shares “Together”: φ is below 0 because “Yes” and “Alone” come first in their codes.',
    );
    const names = part(two, 'strength').measures.map(({ name }) => name);
    expect(names).toContain('Odds ratio of Renews “Yes”, Shares “Alone” against “Together”');
    expect(names).toContain('Risk difference of Renews “Yes”, Shares “Alone” less “Together”');
  });

  it("stands on Fisher's test where a 2 x 2 table is small", () => {
    const two = readIt(
      cross({ label: 'Renews', labels: ['Yes', 'No'] }, { label: 'Shares', labels: ['Alone', 'Together'] }, [
        [3, 1],
        [1, 3],
      ]),
    );
    expect(part(two, 'association').tests[0]?.id).toBe('fisher');
    expect(part(two, 'association').tests[0]?.text).toBe('p = .49');
    expect(part(two, 'say').sentence).toContain("Fisher's exact p = .49");
  });
});
