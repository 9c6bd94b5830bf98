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
} from './decisions.js';

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
    draft = decideFor(draft, ['a', 'gone'], (decision) => ({ ...decision, level: 'ordered' }));
    draft = decideFor(draft, ['a'], (decision) => markCodes(decision, [{ code: '9', missing: 'other' }]));
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
    const decided = decideFor(draft, ['a'], (decision) =>
      markCodes({ ...decision, level: 'number' }, [{ code: '9', missing: null }]),
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
