import { byId } from '../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Code, isAnswer } from '../codebook/types.js';
import type { CodedColumn } from '../count/column.js';
import { SET_STATE } from '../count/set-state.js';
import { checkGather } from './gather/check.js';
import { gather, gathered } from './gather/compute.js';
import { proveGather } from './gather/prove.js';
import { parseRegroup, printRegroup } from './regroup/parse.js';
import { sayRegroup } from './regroup/say.js';
import { checkRegroup } from './regroup/check.js';
import { proveRegroup } from './regroup/prove.js';
import { regroup } from './regroup/compute.js';
import { sourcesOf, withIds, withNames } from './sources.js';
import { checkSlots } from './slots/check.js';
import { proveSlots } from './slots/prove.js';
import { slots, slotted } from './slots/compute.js';
import { startRegroup, STARTS } from './regroup/starts.js';
import type { Finding } from './proof-shape.js';
import type { Gather, Recipe, Regroup, Slots } from './types.js';
import type { Proof } from './proof-shape.js';

const SATISFACTION: Code[] = [
  { code: '1', label: 'Very satisfied', missing: null },
  { code: '2', label: 'Fairly satisfied', missing: null },
  { code: '3', label: 'Neither', missing: null },
  { code: '4', label: 'Fairly dissatisfied', missing: null },
  { code: '5', label: 'Very dissatisfied', missing: null },
  { code: '8', label: "Don't know", missing: 'dont-know' },
  { code: '9', label: 'Refused', missing: 'refused' },
];
const COUNTS = new Map([
  ['1', 566],
  ['2', 712],
  ['3', 317],
  ['4', 267],
  ['5', 172],
  ['8', 96],
  ['9', 187],
]);
const BLANK = 18;

const three: Regroup = {
  kind: 'regroup',
  source: 1,
  level: 'ordered',
  groups: [
    { code: '1', label: 'Satisfied', from: ['1', '2'] },
    { code: '2', label: 'Neither', from: ['3'] },
    { code: '3', label: 'Dissatisfied', from: ['4', '5'] },
  ],
  setAside: [],
};

const prove = (recipe: Regroup) => proveRegroup(recipe, SATISFACTION, COUNTS, BLANK);
const finding = (proof: Proof, id: Finding['id']) => byId(proof.findings, id);

describe('regroup', () => {
  it('merges, and keeps missing codes missing with their reasons', () => {
    const made = regroup(three, SATISFACTION);
    expect(made.codes).toEqual([
      { code: '1', label: 'Satisfied', missing: null },
      { code: '2', label: 'Neither', missing: null },
      { code: '3', label: 'Dissatisfied', missing: null },
      { code: '8', label: "Don't know", missing: 'dont-know' },
      { code: '9', label: 'Refused', missing: 'refused' },
    ]);
    expect(made.map.get('4')).toBe('3');
    expect(made.map.get('9')).toBe('9');
  });

  it('does with unnamed answers, missing codes and blanks what is chosen', () => {
    const some: Regroup = { ...three, groups: three.groups.slice(0, 2) };
    expect(
      regroup({ ...some, unnamed: 'set-aside' }, SATISFACTION).codes.find(({ code }) => code === '4')?.missing,
    ).toBe('other');
    const own = { ...some, unnamed: 'own' as const };
    expect(
      regroup(own, SATISFACTION)
        .codes.filter(({ missing }) => missing === null)
        .map(({ label }) => label),
    ).toEqual(['Satisfied', 'Neither', 'Fairly dissatisfied', 'Very dissatisfied']);
    expect(prove(own).holds).toBe(true);
    const one: Regroup = { ...three, missing: 'one', blank: { group: '2' } };
    const made = regroup(one, SATISFACTION);
    expect(made.codes.filter(({ missing }) => missing !== null)).toEqual([
      { code: 'no-answer', label: 'No answer', missing: 'other' },
    ]);
    expect([made.map.get('8'), made.map.get('9'), made.blank]).toEqual(['no-answer', 'no-answer', '2']);
    expect(prove(one).columns.map(({ respondents }) => respondents)).toEqual([1278, 317 + BLANK, 439, 96 + 187]);
    expect(prove(one).findings.find(({ title }) => title === 'Blanks')?.text).toBe(
      '18 blank become Neither, by choice.',
    );
    expect(prove(one).holds).toBe(true);
    const none: Regroup = { ...three, missing: 'blank', blank: { missing: 'not-asked' } };
    expect(regroup(none, SATISFACTION).map.get('9')).toBeNull();
    expect(regroup(none, SATISFACTION).codes.at(-1)).toEqual({
      code: 'was-blank',
      label: 'Blank',
      missing: 'not-asked',
    });
    expect(prove(none).holds).toBe(true);
    expect(() => checkRegroup({ ...three, blank: { group: 'x' } })).toThrow('Blanks would go to a group x');
  });

  it('does not confuse a kept missing code with a new group of the same code', () => {
    const nine: Regroup = {
      ...three,
      groups: SATISFACTION.slice(0, 5).map(({ code, label }, k) => ({ code: String(k + 5), label, from: [code] })),
    };
    const made = regroup(nine, SATISFACTION);
    expect(made.map.get('4')).toBe('8');
    expect(made.map.get('8')).toBe('m8');
    expect(new Set(made.codes.map(({ code }) => code)).size).toBe(made.codes.length);
  });

  it('refuses no groups, a group without a label, two of one label', () => {
    expect(() => checkRegroup({ ...three, groups: [] })).toThrow('no groups');
    expect(() => checkRegroup({ ...three, groups: [{ code: '1', label: ' ', from: ['1'] }] })).toThrow('no label');
    const twice = [three.groups[0]!, { ...three.groups[1]!, label: 'satisfied ' }];
    expect(() => checkRegroup({ ...three, groups: twice })).toThrow('Groups 1 and 2 are both called "satisfied"');
  });
});

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
        for (const row of proof.rows) expect(row.went.reduce((a, b) => a + b, 0)).toBe(row.respondents);
        const missing = SATISFACTION.filter(({ missing: reason }) => reason !== null).map(({ code }) => code);
        const made = regroup(recipe, SATISFACTION);
        for (const code of missing.filter((one) => !parts.flat().includes(one))) {
          expect(made.codes.find((one) => one.code === made.map.get(code))?.missing).not.toBeNull();
        }
      }),
    );
  });
});

describe('ways to begin', () => {
  it('always cover every answer once', () => {
    for (const start of STARTS) {
      const groups = startRegroup(start, SATISFACTION);
      expect(prove({ ...three, groups }).holds, start).toBe(true);
    }
  });
  it('reverse twice to the original', () => {
    const once = startRegroup('reverse', SATISFACTION);
    const codes = regroup({ ...three, groups: once }, SATISFACTION).codes;
    const twice = startRegroup('reverse', codes);
    expect(twice.map(({ label }) => label)).toEqual(SATISFACTION.slice(0, 5).map(({ label }) => label));
  });
  it('make two halves, or two ends with a middle', () => {
    expect(startRegroup('halves', SATISFACTION).map(({ from }) => from)).toEqual([
      ['1', '2', '3'],
      ['4', '5'],
    ]);
    expect(startRegroup('ends', SATISFACTION).map(({ from }) => from)).toEqual([['1', '2'], ['3'], ['4', '5']]);
    expect(startRegroup('ends', SATISFACTION.slice(0, 3)).map(({ from }) => from)).toEqual([['1', '2'], ['3']]);
  });
});

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

describe('gather', () => {
  const column = (values: number[]): CodedColumn => ({
    kind: 'coded',
    values: Uint8Array.from(values),
    codes: ['1', '2', '9'],
  });
  const recipe: Gather = {
    kind: 'gather',
    items: [
      { source: 1, label: 'Beans', ticked: '1' },
      { source: 2, label: 'Onions', ticked: '1' },
    ],
    none: { source: 3, label: 'None of these', ticked: '1' },
  };
  // Both; beans; nothing; none; blank; only missing codes; beans and none at once.
  const sources = [
    { column: column([1, 1, 2, 2, 0, 3, 1]), missing: ['9'] },
    { column: column([1, 2, 2, 2, 0, 3, 2]), missing: ['9'] },
    { column: column([2, 2, 2, 1, 0, 3, 1]), missing: ['9'] },
  ];
  const result = gather(recipe, sources, 7);

  it('keeps apart who mentioned, chose none, ticked nothing, and left it blank', () => {
    expect([...result.column.state]).toEqual([
      SET_STATE.mentioned,
      SET_STATE.mentioned,
      SET_STATE.nothing,
      SET_STATE.none,
      SET_STATE.blank,
      SET_STATE['no-answer'],
      SET_STATE.mentioned,
    ]);
    expect([...result.column.words]).toEqual([3, 1, 0, 0, 0, 0, 1]);
  });

  it('counts each column, and contradictions', () => {
    expect(result.options).toEqual([
      { ticked: 3, unticked: 2, missing: 1, blank: 1 },
      { ticked: 1, unticked: 4, missing: 1, blank: 1 },
    ]);
    expect(result.none).toBe(2);
    expect(result.contradictions).toEqual({ respondents: 1, dropped: 0, listed: [7] });
  });

  it('proves that ticks are mentions', () => {
    const proof = proveGather(recipe, result);
    expect(proof.holds).toBe(true);
    expect(finding(proof, 'reconciled')?.text).toBe(
      '4 ticks in the columns, 4 mentions in the question, by 3 of 5 respondents who answered.',
    );
    expect(finding(proof, 'none-said')?.text).toBe('2 respondents say it.');
    expect(finding(proof, 'contradicted')?.text).toBe(
      'None of these: 1 gave it together with another answer (row 7); there the other answers stand.',
    );
  });

  it('does not hold where nobody ticked a column: the code may be wrong', () => {
    const wrong = { ...recipe, items: recipe.items.map((item) => ({ ...item, ticked: '7' })) };
    const proof = proveGather(wrong, gather(wrong, sources, 7));
    expect(proof.holds).toBe(false);
    expect(finding(proof, 'covered')?.text).toContain('Nobody ticked Beans, Onions: is 7 the code');
  });

  it('settles who says "none" with an option by the rule: it stands alone, or there is no answer', () => {
    const alone = gather({ ...recipe, settle: 'exclusive' }, sources, 7);
    expect([alone.column.state[6], alone.column.words[6], alone.mentioned]).toEqual([SET_STATE.none, 0, [2, 1]]);
    const aside = gather({ ...recipe, settle: 'aside' }, sources, 7);
    expect([aside.column.state[6], aside.column.words[6]]).toEqual([SET_STATE['no-answer'], 0]);
    for (const [settle, result] of [
      ['exclusive', alone],
      ['aside', aside],
    ] as const) {
      const proof = proveGather({ ...recipe, settle }, result);
      expect(proof.holds).toBe(true);
      expect(finding(proof, 'reconciled')?.text).toContain('3 mentions in the question and 1 that contradict');
    }
  });

  it('takes an option that excludes all others, several codes for ticked, and who was not asked', () => {
    const codes = ['Yes', 'yes', 'TRUE', 'no', '77'];
    const of = (...values: string[]): CodedColumn => ({
      kind: 'coded',
      values: Uint8Array.from(values, (code) => codes.indexOf(code) + 1),
      codes,
    });
    const asked = (...values: string[]) => ({ column: of(...values), missing: ['77'], notAsked: ['77'] });
    const mixed: Gather = {
      kind: 'gather',
      items: [
        { source: 1, label: 'Beans', ticked: 'Yes', also: ['yes', 'TRUE'] },
        { source: 2, label: 'Don’t know', ticked: 'TRUE', exclusive: true },
      ],
      none: null,
      settle: 'exclusive',
    };
    const found = gather(
      mixed,
      [asked('Yes', 'yes', 'TRUE', 'no', '77', ''), asked('no', 'TRUE', '', 'no', '77', '')],
      6,
    );
    expect([...found.column.words]).toEqual([1, 2, 1, 0, 0, 0]);
    expect([...found.column.state].slice(3)).toEqual([SET_STATE.nothing, SET_STATE['not-asked'], SET_STATE.blank]);
    expect(found.contradictions).toEqual({ respondents: 1, dropped: 1, listed: [2] });
    expect(proveGather(mixed, found).holds).toBe(true);
  });

  it('refuses what cannot be a question', () => {
    expect(() => checkGather({ ...recipe, items: recipe.items.slice(0, 1) })).toThrow('1 option here');
    expect(() => checkGather({ ...recipe, items: [recipe.items[0]!, recipe.items[0]!] })).toThrow('same column');
    expect(() =>
      checkGather({ ...recipe, items: [recipe.items[0]!, { ...recipe.items[1]!, label: 'beans' }] }),
    ).toThrow('called "beans"');
    expect(() => checkGather({ ...recipe, items: [recipe.items[0]!, { ...recipe.items[1]!, ticked: '' }] })).toThrow(
      'does not say',
    );
    expect(() => checkGather(recipe)).not.toThrow();
  });

  it('codes the options 1, 2, ... and knows its sources', () => {
    expect(gathered(recipe)).toEqual({
      level: 'multiple',
      codes: [
        { code: '1', label: 'Beans', missing: null },
        { code: '2', label: 'Onions', missing: null },
      ],
    });
    expect(sourcesOf(recipe)).toEqual([1, 2, 3]);
    expect(sourcesOf(three)).toEqual([1]);
  });
});

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
        const bySlot = [0, 1, 2].map((j) => slot(...people.map((said) => said[j] ?? '')));
        const ticks = recipe.options.map(({ code }) =>
          slot(...people.map((said) => (said.length === 0 ? '' : said.includes(code) ? '1' : '2'))),
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

describe('recipes that travel by name', () => {
  it('come back as they went', () => {
    const recipes: Recipe[] = [
      three,
      { kind: 'slots', sources: [4, 2], options: [{ code: '1', label: 'A' }], none: null },
      {
        kind: 'gather',
        items: [{ source: 3, label: 'A', ticked: 'x' }],
        none: { source: 5, label: 'None', ticked: '1' },
      },
    ];
    for (const recipe of recipes) {
      const named = withNames(recipe, (id) => `v${id}`);
      expect(sourcesOf(named)).toEqual(sourcesOf(recipe).map((id) => `v${id}`));
      expect(withIds(named, (name) => Number(name.slice(1)))).toEqual(recipe);
    }
  });
});

describe('a group of everything else', () => {
  const recipe: Regroup = {
    kind: 'regroup',
    source: 1,
    level: 'unordered',
    groups: [
      { code: '1', label: 'Satisfied', from: ['1'] },
      { code: '2', label: 'Everything else', from: ['2'] },
    ],
    setAside: ['3'],
    unnamed: { group: '2' },
  };

  it('takes every answer that nothing names, also one that comes later, but no missing code', () => {
    const { map } = regroup(recipe, [...SATISFACTION, { code: '77', label: 'New', missing: null }]);
    const answers = SATISFACTION.filter(isAnswer).map(({ code }) => code);
    expect(answers.filter((code) => map.get(code) === '2')).toEqual(
      answers.filter((code) => !['1', '3'].includes(code)),
    );
    expect(map.get('77')).toBe('2');
    for (const { code, missing } of SATISFACTION) if (missing !== null) expect(map.get(code)).not.toBe('2');
    const counts = new Map(SATISFACTION.map(({ code }, k) => [code, 10 + k]));
    expect(proveRegroup(recipe, SATISFACTION, counts, 3).holds).toBe(true);
  });

  it('can be written and read as text, and is said in the line', () => {
    const text = printRegroup(recipe);
    expect(text).toBe('Satisfied: 1\nEverything else: 2, everything else\nset aside: 3');
    expect(parseRegroup(text, SATISFACTION)).toMatchObject({ groups: recipe.groups, setAside: ['3'], rest: '2' });
    expect(sayRegroup(recipe, SATISFACTION)).toContain(
      '1 to Satisfied; 2 and everything else to Everything else; 3 set aside',
    );
  });

  it('must be one of the groups', () => {
    expect(() => checkRegroup({ ...recipe, unnamed: { group: '9' } })).toThrow('Everything else would go to a group 9');
  });
});
