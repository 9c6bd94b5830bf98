import { byId } from '../../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn } from '../../count/column.js';
import { SET_STATE } from '../../count/set-state.js';
import { gather } from '../gather/compute.js';
import { checkSlots } from './check.js';
import { proveSlots } from './prove.js';
import { slots, slotted } from './compute.js';
import { type Finding, type Proof } from '../proof-shape.js';
import type { Slots } from './shape.js';

const finding = (proof: Proof, id: Finding['id']) => byId(proof.findings, id);

describe('slots', () => {
  const list = ['1', '2', '3', '7', '8', '9'];
  const slot = (...values: string[]): { column: CodedColumn; missing: string[] } => ({
    column: { kind: 'coded', values: Uint8Array.from(values, (code) => list.indexOf(code) + 1), codes: list },
    missing: ['9'],
  });
  const recipe: Slots = {
    kind: 'slots',
    sources: [1, 2],
    options: ['1', '2', '3'].map((code) => ({ code, label: `Option ${code}` })),
    none: '8',
  };
  const sources = [slot('1', '2', '8', '9', '', '7', '8', '3'), slot('2', '2', '', '', '', '', '1', '1')];
  const result = slots(recipe, sources, 8);

  it('count an option once for each respondent, in whatever slot; none, nothing and blank stay apart', () => {
    expect([...result.column.words]).toEqual([3, 2, 0, 0, 0, 0, 1, 5]);
    const { mentioned, none, nothing, blank, 'no-answer': noAnswer } = SET_STATE;
    expect([...result.column.state]).toEqual([
      mentioned,
      mentioned,
      none,
      noAnswer,
      blank,
      nothing,
      mentioned,
      mentioned,
    ]);
    expect(result.mentioned).toEqual([3, 2, 1]);
    expect(result).toMatchObject({
      again: 1,
      none: 2,
      contradictions: { respondents: 1, listed: [7] },
      others: new Map([['7', 1]]),
    });
  });

  it('are proved: values and mentions reconcile, and answers that are no option are left over', () => {
    const proof = proveSlots(recipe, result, ['First', 'Second']);
    expect(proof.holds).toBe(false);
    expect(finding(proof, 'left-over')).toMatchObject({
      holds: false,
      codes: ['7'],
      text: 'Answers that are no option: 7 (1).',
    });
    expect(finding(proof, 'reconciled')?.text).toBe(
      '7 values in the slots, 6 mentions in the question and 1 said again, by 4 of 6 respondents who answered.',
    );
    expect(proof.rows.map(({ label, went }) => [label, ...went])).toEqual([
      ['First', 3, 2, 1, 1, 1],
      ['Second', 4, 0, 0, 0, 4],
    ]);
    expect(slotted(recipe).codes.map(({ code }) => code)).toEqual(['1', '2', '3']);
  });

  it('give what a yes/no column for each option gives', () => {
    const answer = fc.subarray(['1', '2', '3']);
    fc.assert(
      fc.property(fc.array(answer, { minLength: 1, maxLength: 30 }), (people) => {
        const bySlot = [0, 1, 2].map((j) => slot(...people.map((mentions) => mentions[j] ?? '')));
        const ticks = recipe.options.map(({ code }) =>
          slot(...people.map((mentions) => (mentions.length === 0 ? '' : mentions.includes(code) ? '1' : '2'))),
        );
        const items = recipe.options.map(({ label }, k) => ({ source: k, label, ticked: '1' }));
        const ours = slots({ ...recipe, sources: [1, 2, 3] }, bySlot, people.length);
        const theirs = gather({ kind: 'gather', items, none: null }, ticks, people.length);
        expect(ours.column.words).toEqual(theirs.column.words);
        expect(ours.column.state).toEqual(theirs.column.state);
      }),
    );
  });

  it('are refused where a slot, a code or a label stands twice', () => {
    const wrong = (change: Partial<Slots>) => () => checkSlots({ ...recipe, ...change });
    expect(wrong({ sources: [1] })).toThrow('two columns or more');
    expect(wrong({ sources: [1, 1] })).toThrow('chosen twice');
    expect(wrong({ options: [] })).toThrow('0 options');
    expect(
      wrong({
        options: [
          { code: '1', label: 'A' },
          { code: '1', label: 'B' },
        ],
      }),
    ).toThrow('The code 1 stands for two options');
    expect(
      wrong({
        options: [
          { code: '1', label: 'A' },
          { code: '2', label: ' a ' },
        ],
      }),
    ).toThrow('Two options are called "a"');
    expect(wrong({ options: [{ code: '8', label: 'A' }] })).toThrow('at once');
    expect(wrong({})).not.toThrow();
  });
});
