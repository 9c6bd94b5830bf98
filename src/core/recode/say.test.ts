import { describe, expect, it } from 'vitest';
import { parseRegroup, printRegroup } from './regroup/parse.js';
import { sayRegroup } from './regroup/say.js';
import type { Regroup } from './regroup/shape.js';
import { finding, prove, SATISFACTION, three } from './satisfaction.fixtures.js';

describe('a recipe as text', () => {
  it('prints and reads back the same', () => {
    const recipe = { groups: three.groups, setAside: ['7'] };
    const read = parseRegroup(printRegroup(recipe), SATISFACTION);
    expect(read).toEqual({ ...recipe, rest: null, unread: [] });
  });
  it('reads ranges over answers only: a missing code inside is not swept in', () => {
    const read = parseRegroup('Satisfied: 1-2\nRest: 3 to 9', SATISFACTION);
    expect(read.groups.map(({ from }) => from)).toEqual([
      ['1', '2'],
      ['3', '4', '5'],
    ]);
  });
  it('keeps a code named twice, for the proof to tell', () => {
    const { groups } = parseRegroup('A: 1, 2\nB: 2, 3', SATISFACTION);
    expect(finding(prove({ ...three, groups }), 'doubled')?.codes).toEqual(['2']);
  });
  it('names the lines that say nothing', () => {
    expect(parseRegroup('A: 1\n\nnonsense\n: 2', SATISFACTION).unread).toEqual([
      { line: 3, text: 'nonsense' },
      { line: 4, text: ': 2' },
    ]);
  });
  it('takes a label with a colon in it, up to the last one', () => {
    expect(parseRegroup('Site: Mill Row: 1', SATISFACTION).groups[0]).toEqual({
      code: '1',
      label: 'Site: Mill Row',
      from: ['1'],
    });
  });
  it('reads aloud', () => {
    expect(sayRegroup(three, SATISFACTION)).toBe(
      '1 and 2 to Satisfied; 3 to Neither; 4 and 5 to Dissatisfied; 8, 9 and blank stay without an answer.',
    );
    expect(sayRegroup({ groups: three.groups.slice(0, 1), setAside: ['3'] }, SATISFACTION)).toBe(
      '1 and 2 to Satisfied; 3 set aside; 4 and 5 go nowhere; 8, 9 and blank stay without an answer.',
    );
  });
  it('reads aloud what becomes of answers in no group, of missing codes and of blanks', () => {
    const some = { groups: three.groups.slice(0, 1), setAside: ['3'] };
    const says = (over: Partial<Regroup>) => sayRegroup({ ...some, ...over }, SATISFACTION);
    expect(says({ unnamed: 'own' })).toBe(
      '1 and 2 to Satisfied; 3 set aside; 4 and 5 keep a group each; 8, 9 and blank stay without an answer.',
    );
    expect(says({ unnamed: 'set-aside', missing: 'one' })).toBe(
      '1 and 2 to Satisfied; 3, 4 and 5 set aside; 8 and 9 become one “no answer”; blank stays without an answer.',
    );
    expect(says({ setAside: ['3', '4', '5'], missing: 'blank', blank: { group: '1' } })).toBe(
      '1 and 2 to Satisfied; 3, 4 and 5 set aside; 8 and 9 become blank; blank to Satisfied.',
    );
    expect(says({ setAside: ['3', '4'], blank: { missing: 'not-asked' } })).toBe(
      '1 and 2 to Satisfied; 3 and 4 set aside; 5 goes nowhere; 8 and 9 stay without an answer; blank to “not asked”.',
    );
  });
});
