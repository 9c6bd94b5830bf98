import { byId } from '../../by-id.js';
import { describe, expect, it } from 'vitest';
import { assessmentOfTable } from '../read.js';
import type { Answer } from '../types.js';
import { cross, readIt, part, SITES, HAPPY } from '../cross-tables.fixtures.js';

describe('what suits the variables', () => {
  const USE = { label: 'Uses the hut', level: 'ordered' as const, labels: ['Weekly', 'Monthly', 'Never'] };
  const leads = (answers: Answer[]) =>
    part(answers, 'strength')
      .measures.filter(({ lead }) => lead)
      .map(({ id }) => id);
  const cells = [
    [60, 10, 40],
    [30, 30, 35],
    [10, 60, 25],
  ];

  it('leads with V and lambda, eta and V, tau-b and its kin, or phi and the odds', () => {
    const COLOURS = { label: 'Shed', labels: ['Green', 'Brown', 'White'] };
    expect(leads(readIt(cross(COLOURS, SITES, cells)))).toEqual(['cramers-v', 'lambda:rows']);
    expect(leads(readIt(cross(HAPPY, SITES, cells)))).toEqual(['eta:rows', 'cramers-v']);
    expect(leads(readIt(cross(SITES, HAPPY, cells)))).toEqual(['eta:columns', 'cramers-v']);
    expect(leads(readIt(cross(HAPPY, USE, cells)))).toEqual(['kendall-tau-b', 'gamma', 'somers-d:rows']);
    const two = [
      [40, 80],
      [60, 20],
    ];
    const yes = { label: 'Renews', labels: ['Yes', 'No'] };
    expect(leads(readIt(cross(yes, { label: 'Shares', labels: ['Alone', 'Together'] }, two)))).toEqual([
      'phi',
      'odds-ratio',
      'risk-difference',
    ]);
  });

  it('names variables and not rows and columns, and leaves out what reads an order that is not there', () => {
    const { measures } = part(readIt(cross(HAPPY, SITES, cells)), 'strength');
    const names = measures.map(({ name }) => name);
    expect(names).toContain('Lambda, predicting Satisfaction');
    expect(names).toContain('Eta, Satisfaction by Site');
    expect(measures.map(({ id }) => id)).not.toContain('gamma');
    expect(measures.map(({ id }) => id)).not.toContain('kappa');
    expect(names.join(' ')).not.toMatch(/\b(rows|columns)\b/);
  });

  it('says in whom an answer is more frequent, and what share of the spread is accounted for', () => {
    const { notes } = part(readIt(cross(HAPPY, SITES, cells)), 'strength');
    expect(notes[0]).toBe(
      'Satisfaction is “Very satisfied” for 60% where Site is “Mill Row”, and for 10% where it is “Quarry Side”.',
    );
    expect(notes.join(' ')).toMatch(/Site accounts for \d+% of the spread in Satisfaction/);
  });

  it('asks whether totals changed where both have the same categories, and then gives kappa', () => {
    const again = readIt(cross(HAPPY, { ...HAPPY, label: 'Satisfaction last year' }, cells));
    expect(part(again, 'association').tests.map(({ id }) => id)).toContain('stuart-maxwell');
    expect(part(again, 'association').notes.join(' ')).toContain('whether their totals changed');
    expect(part(again, 'strength').measures.map(({ id }) => id)).toContain('kappa');
  });

  it('compares the odds and the shares of the groups across on 2 x 2, in the report sentence too', () => {
    const two = readIt(
      cross({ label: 'Renews', labels: ['Yes', 'No'] }, { label: 'Shares', labels: ['Alone', 'Together'] }, [
        [40, 80],
        [60, 20],
      ]),
    );
    const difference = byId(part(two, 'strength').measures, 'risk-difference');
    expect(difference?.value).toBeCloseTo(0.4 - 0.8, 12);
    expect(part(two, 'say').sentence).toMatch(/φ = −\.\d\d \[−\.\d\d, −\.\d\d\], OR = 0\.17 \[0\.\d\d, 0\.\d\d\]/);
  });

  it('scores a number by its values', () => {
    const plots = { label: 'Plots', level: 'number' as const, labels: ['1', '2', '10'] };
    const table = cross(HAPPY, plots, cells);
    const codes = ['1', '2', '10'];
    const numbers = {
      ...table.columns!,
      categories: table.columns!.categories.map((category, k) => ({ ...category, code: codes[k]! })),
    };
    const r = assessmentOfTable({ ...table, columns: numbers }, 0.95)?.measures['pearson-r']?.value;
    expect(r).not.toBeCloseTo(assessmentOfTable(table, 0.95)?.measures['pearson-r']?.value ?? 0, 3);
  });
});
