import { describe, expect, it } from 'vitest';
import {
  acceptanceOf,
  type Column,
  decideFor,
  declareProbable,
  markCodes,
  nameOf,
  noDecisions,
  probablyMissing,
  sayProbable,
  standing,
} from './intake/decisions.js';
import type { RosterVariable } from '../api/types.js';
import { matches } from '../kit/Picker.js';
import { gapsOf, metaOf, searchText } from './roster/words.js';
import { inkOf } from './tables/ink.js';
import { figure, percent } from './tables/format.js';
import { isComplete, startCondition } from './tables/draft.js';
import { type Draft, EMPTY, fromQuery, toQuery } from './tables/url.js';
import { optionLabels } from './workings/kinds/option-labels.js';

function variable(over: Partial<RosterVariable>): RosterVariable {
  return {
    id: 1,
    name: 'q1',
    label: '',
    question: '',
    level: 'unordered',
    codes: [],
    columnId: 1,
    note: '',
    group: '',
    starred: false,
    aside: false,
    shownOrder: [],
    madeAt: '',
    column: 'q',
    levels: [],
    codeListId: null,
    workingId: null,
    made: null,
    holds: true,
    answers: 90,
    missing: 6,
    blank: 4,
    picture: { is: 'none' },
    countable: true,
    ...over,
  };
}
const SITE = variable({ id: 1, name: 'site', label: 'Site' });
const AGE = variable({
  id: 2,
  name: 'age',
  level: 'number',
  picture: { is: 'histogram', from: 16, to: 92.5, bins: [1, 2] },
});
const BOTH = [SITE, AGE];

describe('the sentence in the address', () => {
  it('comes back as it was, by names', () => {
    const draft: Draft = {
      rows: [{ variable: 1 }, { variable: 2, counted: ['none'], mention: 'first' }],
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
      'rows=site&rows=age&counted.2=none&mention.2=first&by=age&by=site%3Eage&within=site&weight=age',
    );
    expect(fromQuery(query, BOTH)).toMatchObject({ draft, table: 7 });
    expect(toQuery(EMPTY, BOTH, null)).toBe('');
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

describe('words of the roster', () => {
  it('say level and size', () => {
    expect(metaOf(AGE)).toBe('number · 16 to 92.5');
    expect(metaOf(variable({ level: 'multiple', codes: [{ code: '1', label: 'A', missing: null }] }))).toBe(
      'multiple response · 1 option',
    );
    expect(metaOf(variable({ level: 'ordered', made: 'regroup' }))).toBe('regroup · ordered · 0');
    expect(metaOf(variable({ level: 'text', answers: 1200 }))).toBe('text · 1,200 answers');
  });
  it('say what is missing, and whether it is much', () => {
    expect(gapsOf(variable({}))).toEqual({ text: '10% missing', much: true });
    expect(gapsOf(variable({ missing: 0, blank: 0 }))).toBeNull();
    expect(gapsOf(variable({ answers: 9999, missing: 1, blank: 0 }))).toEqual({
      text: 'under 1% missing',
      much: false,
    });
  });
  it('are found by any word of name, label, question and categories', () => {
    const text = searchText(
      variable({
        name: 'q7',
        label: 'Watering',
        question: 'How do you water?',
        codes: [{ code: '1', label: 'Hose', missing: null }],
      }),
    );
    expect(['q7', 'wat hose', 'HOW water', ''].map((search) => matches(text, search))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(matches(text, 'drip')).toBe(false);
  });
});

describe('labels of options', () => {
  it('lose the words that all share, and no more', () => {
    expect(optionLabels(['Grows beans', 'Grows soft fruit'])).toEqual(['Beans', 'Soft fruit']);
    expect(optionLabels(['Uses tap', 'Owns tap'])).toEqual(['Uses tap', 'Owns tap']);
    expect(optionLabels(['Grows', 'Grows beans'])).toEqual(['Grows', 'Grows beans']);
    expect(optionLabels(['Only one'])).toEqual(['Only one']);
  });
});

describe('cells', () => {
  it('are hatched by direction and strength, and not at all by chance', () => {
    expect([inkOf(2, 0.2), inkOf(3, 0.01), inkOf(9, 1e-9), inkOf(-3, 0.01), inkOf(-9, 1e-9)]).toEqual([
      null,
      'more1',
      'more2',
      'fewer1',
      'fewer2',
    ]);
  });
  it('print figures that line up', () => {
    expect([percent(0.12345), percent(null), percent(1)]).toEqual(['12.3', '·', '100.0']);
    expect([figure(1234), figure(0.5), figure(null)]).toEqual(['1,234', '0.50', '·']);
  });
});

describe('decisions at the intake', () => {
  const column = (name: string, more: Partial<Column> = {}): Column => ({
    name,
    columnId: 1,
    level: 'unordered',
    storage: 'coded8',
    codes: [],
    why: '',
    guesses: [],
    filled: 1,
    blank: 0,
    numbers: null,
    ...more,
  });
  const ticks = {
    is: 'ticks' as const,
    name: 'g',
    label: 'g',
    why: '',
    none: { name: 'g_none', ticked: '1' },
    columns: [
      { name: 'g_a', label: 'A', ticked: '1' },
      { name: 'g_b', label: 'B', ticked: 'B' },
    ],
  };
  const slots = {
    ...ticks,
    is: 'slots' as const,
    name: 's',
    none: null,
    columns: [
      { name: 's1', label: 's1', ticked: null },
      { name: 's2', label: 's2', ticked: null },
    ],
  };

  it('are sent for the columns that are there, with the questions that were taken on', () => {
    let draft = noDecisions('wave 1.csv.gz');
    draft = decideFor(draft, ['a', 'gone'], (known) => ({ ...known, level: 'ordered' }));
    draft = decideFor(draft, ['a'], (known) => markCodes(known, [{ code: '9', missing: 'other' }]));
    draft = { ...draft, questions: { g: { label: 'Grows' }, s: { label: 'Says' } } };
    expect(acceptanceOf(draft, 'Wave', [column('a')], [ticks, slots])).toEqual({
      name: 'Wave',
      columns: [{ name: 'a', level: 'ordered', missing: [{ code: '9', missing: 'other' }] }],
      questions: [
        {
          name: 'g',
          label: 'Grows',
          ticked: '1',
          none: 'g_none',
          columns: [
            { name: 'g_a', label: 'A', ticked: '1' },
            { name: 'g_b', label: 'B', ticked: 'B' },
          ],
        },
        {
          name: 's',
          label: 'Says',
          columns: [
            { name: 's1', label: 's1' },
            { name: 's2', label: 's2' },
          ],
        },
      ],
    });
  });

  it('stand above the codebook, which stands above what was understood', () => {
    const codebook = {
      variables: [
        {
          name: 'a',
          label: 'A',
          level: 'ordered' as const,
          codes: [{ code: '9', label: 'Refused', missing: 'refused' as const }],
        },
      ],
    };
    const draft = noDecisions('x.csv');
    expect(standing(column('a'), draft, codebook)).toMatchObject({ label: 'A', level: 'ordered', fromCodebook: true });
    expect(standing(column('a', { storage: 'text', level: 'text' }), draft, codebook).level).toBe('text');
    const decided = decideFor(draft, ['a'], (known) =>
      markCodes({ ...known, level: 'number' }, [{ code: '9', missing: null }]),
    );
    expect(standing(column('a'), decided, codebook)).toMatchObject({ level: 'number', changed: true });
    expect(standing(column('a'), draft, codebook).missingOf('9')).toBe('refused');
    expect(standing(column('a'), decided, codebook).missingOf('9')).toBeNull();
  });

  it('offer to declare what is probably no answer, each with its reason, but not what is declared', () => {
    const codebook = {
      variables: [
        {
          name: 'a',
          codes: [
            { code: '8', label: "Don't know" },
            { code: '9', label: 'Refused', missing: 'refused' as const },
            { code: '7', label: 'Seven' },
          ],
        },
      ],
    };
    const guessed = column('a', {
      guesses: [
        {
          is: 'no-answer',
          text: '',
          codes: [
            { code: '7', respondents: 1 },
            { code: '99', respondents: 2 },
          ],
        },
      ],
    });
    const probable = probablyMissing(guessed, codebook);
    expect(probable).toEqual([
      { code: '99', missing: 'other' },
      { code: '8', missing: 'dont-know' },
    ]);
    expect(sayProbable(guessed, probable, codebook)).toBe("Labelled as no answer: 8 Don't know.");
    const draft = declareProbable(noDecisions('x.csv'), [['a', probable]]);
    expect(standing(guessed, draft, codebook).missingOf('8')).toBe('dont-know');
  });

  it('call the study as typed, else as the codebook does, else as the file', () => {
    const draft = noDecisions('wave 1.csv.gz');
    expect(nameOf(draft, 'wave 1.csv.gz', undefined)).toBe('wave 1');
    expect(nameOf(draft, 'wave 1.csv.gz', { name: 'Plots', variables: [] })).toBe('Plots');
    expect(nameOf({ ...draft, name: 'Mine' }, 'wave 1.csv.gz', { name: 'Plots', variables: [] })).toBe('Mine');
  });
});
