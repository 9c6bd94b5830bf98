import { describe, expect, it } from 'vitest';
import { withoutStrayCodes } from '../../core/table/sentence.js';
import {
  withAnswer,
  withLevelHere,
  withoutNames,
  withoutScaleKept,
  withoutScores,
  withOffScale,
  withRenamed,
  withScore,
} from './codes-here.js';
import { EMPTY } from './url.js';

const SITE = { id: 1, codes: [{ code: '1', label: 'Mill Row', missing: null }] };
const draft = { ...EMPTY, rows: [{ variable: 1 }] };

describe('a heading that is called otherwise in one table', () => {
  it('has its last name, and under its own again none', () => {
    const once = withRenamed(draft, SITE, '1', 'The mill');
    expect(once.codes).toEqual([{ variable: 1, code: '1', label: 'The mill' }]);
    const twice = withRenamed(once, SITE, '1', 'Mill');
    expect(twice.codes?.map(({ label }) => label)).toEqual(['Mill']);
    expect(withRenamed(twice, SITE, '1', 'Mill Row').codes).toBeUndefined();
  });

  it('loses its name with its variable', () => {
    const named = withRenamed(draft, SITE, '1', 'Mill');
    expect(withoutStrayCodes(named)).toEqual(named);
    expect(withoutStrayCodes({ ...named, rows: [{ variable: 2 }] }).codes).toBeUndefined();
    expect(withoutStrayCodes(draft)).toBe(draft);
  });
});

describe('a code that counts as an answer in one table', () => {
  it('keeps its name there, and is as in the codebook again', () => {
    const counted = withRenamed(withAnswer(draft, 1, '1', true), SITE, '1', 'Mill');
    expect(counted.codes).toEqual([{ variable: 1, code: '1', label: 'Mill', answer: true }]);
    expect(withAnswer(counted, 1, '1', false).codes).toEqual([{ variable: 1, code: '1', label: 'Mill' }]);
    expect(withAnswer(withAnswer(draft, 1, '1', true), 1, '1', false).codes).toBeUndefined();
  });
});

describe('a code that is off the scale in one table', () => {
  it('is so of all items over one code list, keeps its name, and can be put back on', () => {
    const off = withOffScale(withRenamed(draft, SITE, '1', 'Mill'), [1, 2], '1', 'aside');
    expect(off.codes).toEqual([
      { variable: 1, code: '1', label: 'Mill', offScale: 'aside' },
      { variable: 2, code: '1', offScale: 'aside' },
    ]);
    expect(withoutNames(off).codes?.map(({ label }) => label)).toEqual([undefined, undefined]);
    expect(withOffScale(off, [1, 2], '1', undefined).codes).toEqual([{ variable: 1, code: '1', label: 'Mill' }]);
  });

  it('is no longer said here once the codebook says it; what it says otherwise stays', () => {
    const said = withOffScale(
      withOffScale(withRenamed(draft, SITE, '1', 'Mill'), [1], '1', 'in-base'),
      [1],
      '2',
      'aside',
    );
    const both = withOffScale(withOffScale(said, [1], '3', 'on'), [2], '1', 'in-base');
    expect(withoutScaleKept(both, [1]).codes).toEqual([
      { variable: 1, code: '2', offScale: 'aside' },
      { variable: 2, code: '1', offScale: 'in-base' },
      { variable: 1, code: '1', label: 'Mill' },
    ]);
  });

  it('comes into the base, off the scale still, where it is to count', () => {
    const off = withOffScale(draft, [1], '1', 'aside');
    expect(withAnswer(off, 1, '1', true).codes).toEqual([{ variable: 1, code: '1', offScale: 'in-base' }]);
  });
});

describe('scores and levels of one table', () => {
  it('are those of all items over one list, and the usual ones again', () => {
    const scored = withScore(withOffScale(draft, [1], '2', 'in-base'), [1, 2], '1', 52);
    expect(scored.codes).toHaveLength(3);
    expect(withoutScores(scored).codes).toEqual([{ variable: 1, code: '2', offScale: 'in-base' }]);
    expect(withScore(scored, [1, 2], '1', undefined).codes).toHaveLength(1);
  });

  it('are of the variables that are named', () => {
    const taken = withLevelHere(withLevelHere(draft, [1, 2], 'ordered'), [2], 'unordered');
    expect(taken.levels).toEqual([
      { variable: 1, level: 'ordered' },
      { variable: 2, level: 'unordered' },
    ]);
    expect(withoutStrayCodes(taken).levels).toEqual([{ variable: 1, level: 'ordered' }]);
    expect(withLevelHere(taken, [1, 2], undefined).levels).toBeUndefined();
  });
});
