import { describe, expect, it } from 'vitest';
import { SHOWN } from './shown-query.js';
import { EMPTY, fromQuery, toQuery, type Draft } from './url.js';
import { isComplete, startCondition } from './draft.js';
import { variable, AGE } from '../roster/variable.fixtures.js';

describe('the address of a table', () => {
  it('keeps what is shown, of a kept table also what is usual', () => {
    expect(toQuery(EMPTY, [], null)).toBe('');
    expect(toQuery(EMPTY, [], null, { hatch: false, figures: [{ figure: 'index', decimals: 1 }] })).toBe(
      '?show=no-hatch&figures=index%3A1',
    );
    const sure = { ...SHOWN, confidence: 0.99 };
    expect(fromQuery(toQuery(EMPTY, [], null, sure), []).shown).toEqual(sure);
    expect(fromQuery('?show=confidence-7', []).shown).toEqual(SHOWN);
    expect(toQuery(EMPTY, [], 7)).toBe('?table=7&show=usual');
    expect(fromQuery('?table=7&show=usual', [])).toEqual({ draft: { ...EMPTY, only: [] }, table: 7, shown: SHOWN });
  });
});

const SITE = variable({ id: 1, name: 'site', label: 'Site' });

const BOTH = [SITE, AGE];

describe('the sentence in the address', () => {
  it('comes back as it was, by names', () => {
    const draft: Draft = {
      rows: [{ variable: 1 }, { variable: 2, counted: ['none'], mention: 'first', figures: [{ figure: 'limits' }] }],
      by: [[2], [1, 2]],
      within: 1,
      weight: 2,
      only: [
        { variable: 2, is: 'between', from: 18, to: null },
        {
          or: [
            { variable: 1, is: 'any-of', codes: ['1', '2'] },
            { not: { variable: 2, is: 'between', from: 1, to: 2 } },
          ],
        },
      ],
    };
    const query = toQuery(draft, BOTH, 7);
    expect(query).toContain(
      'rows=site&rows=age&counted.2=none&mention.2=first&cells.2=limits&by=age&by=site%3Eage&within=site&weight=age',
    );
    expect(fromQuery(query, BOTH)).toMatchObject({ draft, table: 7 });
    expect(toQuery(EMPTY, BOTH, null)).toBe('');
  });

  it('keeps levels and scores of this table alone', () => {
    const draft: Draft = {
      ...EMPTY,
      rows: [{ variable: 1 }],
      codes: [{ variable: 1, code: '1', score: 52, offScale: 'aside' }],
      levels: [{ variable: 1, level: 'ordered' }],
    };
    expect(fromQuery(toQuery(draft, BOTH, null), BOTH).draft).toEqual(draft);
  });

  it('keeps that answers go across', () => {
    const draft: Draft = { ...EMPTY, rows: [{ variable: 1 }, { variable: 1 }], battery: true };
    expect(toQuery(draft, BOTH, null)).toBe('?rows=site&rows=site&battery=true');
    expect(fromQuery(toQuery(draft, BOTH, null), BOTH).draft).toEqual(draft);
  });

  it('keeps a summary, what its items are called and which lines they have', () => {
    const rows = [
      { variable: 1, label: 'Where & when', lines: ['1'] },
      { variable: 2, label: 'Two' },
    ];
    const draft: Draft = { ...EMPTY, rows, summary: true };
    expect(fromQuery(toQuery(draft, BOTH, null), BOTH).draft).toEqual(draft);
  });

  it('keeps the nets of each row item, and what is called otherwise', () => {
    const draft: Draft = {
      ...EMPTY,
      rows: [{ variable: 1, nets: [{ label: 'Both & more', codes: ['1', '2'], parts: 'over' }] }, { variable: 2 }],
      codes: [
        { variable: 1, code: '1', label: 'The mill?' },
        { variable: 2, code: '98', answer: true },
      ],
    };
    expect(fromQuery(toQuery(draft, BOTH, null), BOTH).draft).toEqual(draft);
    const bad = '?rows=site&nets=[{"label":""}]&codes=[{"variable":"gone","code":"1","label":"x"}]';
    expect(fromQuery(bad, BOTH).draft).toEqual({ ...EMPTY, rows: [{ variable: 1 }] });
  });

  it('leaves out what does not fit the study, and never fails', () => {
    const bad = [
      '?rows=gone&by=age',
      '?rows=site&only=nonsense',
      '?rows=site&only=[{"variable":"age","is":"between","from":"x"}]',
      '?table=abc',
    ];
    expect(bad.map((query) => fromQuery(query, BOTH).draft)).toEqual([
      { ...EMPTY, by: [[2]] },
      { ...EMPTY, rows: [{ variable: 1 }] },
      { ...EMPTY, rows: [{ variable: 1 }] },
      EMPTY,
    ]);
    expect(fromQuery('?only=[{"variable":"gone","is":"any-of","codes":["1"]},null,5]', BOTH).draft.only).toEqual([]);
  });

  it('does not ask with a condition that says nothing yet', () => {
    expect(isComplete(startCondition(SITE))).toBe(false);
    expect(isComplete(startCondition(AGE))).toBe(false);
    expect(isComplete({ variable: 2, is: 'between', from: null, to: 5 })).toBe(true);
    expect(isComplete({ variable: 1, is: 'none-of', codes: ['1'] })).toBe(true);
  });
});
