import { total } from '../../numerics/total.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { finding, prove, SATISFACTION, three } from '../satisfaction.fixtures.js';
import { regroup } from './compute.js';
import type { Regroup } from './shape.js';

describe('the proof of a regroup', () => {
  it('holds where everything goes somewhere once', () => {
    const proof = prove(three);
    expect(proof.holds).toBe(true);
    expect(finding(proof, 'covered')?.text).toBe('All 7 codes go somewhere.');
    expect(finding(proof, 'reconciled')?.text).toBe(
      '2,034 answers before, 2,034 after; 301 without before, 301 after.',
    );
    expect(proof.columns.map(({ respondents }) => respondents)).toEqual([1278, 317, 439, 301]);
    expect(proof.respondents).toBe(2335);
  });

  it('names a code that is left out, before anything is kept', () => {
    const proof = prove({ ...three, groups: three.groups.slice(0, 2) });
    expect(proof.holds).toBe(false);
    expect(finding(proof, 'left-over')?.codes).toEqual(['4', '5']);
    expect(finding(proof, 'left-over')?.text).toContain(
      '4 Fairly dissatisfied, 5 Very dissatisfied are in no group: 439',
    );
    expect(finding(proof, 'reconciled')?.holds).toBe(true);
    expect(regroup({ ...three, groups: three.groups.slice(0, 2) }, SATISFACTION).map.get('5')).toBe('left-over');
  });

  it('names a code that is named twice', () => {
    const groups = [...three.groups.slice(0, 2), { ...three.groups[2]!, from: ['3', '4', '5'] }];
    const proof = prove({ ...three, groups });
    expect(proof.holds).toBe(false);
    expect(finding(proof, 'doubled')?.text).toContain('3 Neither is named twice');
    expect(proof.columns[1]?.respondents).toBe(317);
    const both = prove({ ...three, setAside: ['3'] });
    expect(finding(both, 'doubled')?.codes).toEqual(['3']);
  });

  it('says when a missing code becomes an answer', () => {
    const groups = [three.groups[0]!, { ...three.groups[1]!, from: ['3', '8'] }, three.groups[2]!];
    const proof = prove({ ...three, groups });
    expect(proof.holds).toBe(false);
    expect(finding(proof, 'revived')?.text).toContain("8 Don't know is a missing code and becomes an answer for 96");
    expect(finding(proof, 'reconciled')?.text).toBe(
      '2,034 answers before, 2,130 after; 301 without before, 205 after.',
    );
  });

  it('holds where an answer is set aside on purpose, and says so', () => {
    const proof = prove({ ...three, groups: [three.groups[0]!, three.groups[2]!], setAside: ['3'] });
    expect(proof.holds).toBe(true);
    expect(finding(proof, 'made-missing')?.text).toContain('3 Neither was set aside: 317 respondents');
  });

  it('names a code that the source does not have, and a group that nobody is in', () => {
    const unknown = prove({ ...three, groups: [...three.groups, { code: '4', label: 'Ghost', from: ['77'] }] });
    expect(unknown.holds).toBe(false);
    expect(finding(unknown, 'empty')?.text).toBe('The source has no code 77.');
    const empty = prove({ ...three, groups: [...three.groups, { code: '4', label: 'Ghost', from: [] }] });
    expect(empty.holds).toBe(true);
    expect(finding(empty, 'empty')?.text).toBe('Nobody is in Ghost.');
  });

  it('reconciles whatever the recipe: nobody appears, nobody is lost', () => {
    const groups = fc.array(fc.subarray(SATISFACTION.map(({ code }) => code)), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(groups, fc.subarray(['1', '2', '3', '4', '5']), (parts, setAside) => {
        const recipe: Regroup = {
          ...three,
          groups: parts.map((from, k) => ({ code: String(k + 1), label: `G${k}`, from })),
          setAside,
        };
        const proof = prove(recipe);
        expect(finding(proof, 'reconciled')?.holds).toBe(true);
        expect(proof.columns.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(2335);
        for (const row of proof.rows) expect(total(row.went)).toBe(row.respondents);
        const missing = SATISFACTION.filter(({ missing: reason }) => reason !== null).map(({ code }) => code);
        const result = regroup(recipe, SATISFACTION);
        for (const code of missing.filter((text) => !parts.flat().includes(text))) {
          expect(result.codes.find((candidate) => candidate.code === result.map.get(code))?.missing).not.toBeNull();
        }
      }),
    );
  });
});
