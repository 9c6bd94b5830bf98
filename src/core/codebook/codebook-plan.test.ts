import { describe, expect, it } from 'vitest';
import { type Described, planCodebook } from './codebook-plan.js';
import type { Code } from './types.js';

const code = (name: string, label = name, missing: Code['missing'] = null): Code => ({ code: name, label, missing });
const entry = (more: Partial<Described>): Described => ({
  id: 1,
  name: 'sex',
  label: '',
  question: '',
  level: 'unordered',
  levels: ['unordered', 'ordered', 'number', 'text'],
  codes: [code('1'), code('2'), code('9', '9', 'refused')],
  group: '',
  note: 'mine',
  derived: false,
  ...more,
});

describe('a codebook for variables that are there', () => {
  it('changes what it says and is different, and nothing that it leaves empty', () => {
    const file = {
      variables: [
        {
          name: 'sex',
          label: 'Sex',
          question: ' ',
          codes: [
            { code: '1.0', label: 'Male' },
            { code: '2', label: 'Female' },
          ],
        },
      ],
    };
    expect(planCodebook([entry({})], file)).toEqual({
      edits: [
        {
          variable: 1,
          label: 'Sex',
          codes: [code('1', 'Male'), code('2', 'Female'), code('9', '9', 'refused')],
          onlyThese: true,
          codesFor: 'this',
        },
      ],
      lines: [
        { variable: 1, field: 'label', before: '', after: 'Sex' },
        { variable: 1, field: 'codes', before: '1; 2; 9', after: '1 = Male; 2 = Female; 9' },
      ],
      unknown: [],
      leftAlone: [],
    });
  });

  it('changes nothing the second time', () => {
    const file = {
      variables: [{ name: 'sex', label: 'Sex', codes: [{ code: '9', label: 'Refused' }], level: 'ordered' as const }],
    };
    const { edits } = planCodebook([entry({})], file);
    const { codes, label, level } = { ...entry({}), ...edits[0] };
    expect(planCodebook([entry({ codes, label, level })], file).edits).toEqual([]);
  });

  it('keeps the order of a scale, and takes that of the file for categories without one', () => {
    const codes = ['2', '1', '9'].map((name) => ({ code: name, label: `L${name}` }));
    const order = (level: Described['level']) =>
      planCodebook([entry({ level })], { variables: [{ name: 'sex', codes }] }).edits[0]?.codes?.map(
        (item) => item.code,
      );
    expect(order('ordered')).toEqual(['1', '2', '9']);
    expect(order('unordered')).toEqual(['2', '1', '9']);
  });

  it('names what it does not have, and leaves workings and levels that cannot be alone', () => {
    const file = {
      variables: [
        { name: 'gone' },
        { name: 'sex', label: 'S', level: 'number' as const, codes: [{ code: '1', label: 'x' }] },
      ],
    };
    expect(planCodebook([entry({ derived: true })], file)).toMatchObject({
      edits: [{ variable: 1, label: 'S' }],
      unknown: ['gone'],
      leftAlone: ['sex is made by a working, where its level and codes are decided.'],
    });
    expect(planCodebook([entry({ levels: ['text'], level: 'text' })], file).leftAlone).toEqual([
      'sex cannot be number: its data do not allow it.',
    ]);
  });
});
