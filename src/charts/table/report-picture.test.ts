import { describe, expect, it } from 'vitest';
import { reportTable } from '../../core/report/report-table.js';
import { sentenceOfBlock } from '../../core/table/sentence.js';
import type { Shown } from '../../core/table/shown-shape.js';
import { type Asked, counted, VARIABLES } from '../../core/table/survey.fixtures.js';
import { reportPicture } from './report-picture.js';

const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
const many = (group: number, answer: number, season: number, times: number) =>
  Array.from({ length: times }, () => ({ ...person, group, answer, season }));
const people = [...many(1, 1, 1, 80), ...many(1, 2, 2, 20), ...many(2, 1, 1, 20), ...many(2, 2, 2, 80)];

function picturesOf(asked: Asked, shown: Partial<Shown>) {
  const { counts, block } = counted(people, asked);
  const table = { sentence: sentenceOfBlock(block), shown: { hatch: true, ...shown }, counts: [counts], groupings: [] };
  const reported = { variables: VARIABLES, sizes: undefined, answers: false, draw: reportPicture };
  return reportTable(1, table, reported).pictures;
}

describe('the picture of a reported table', () => {
  it('is drawn where it is asked for, as a file that takes nothing of a page', () => {
    expect(picturesOf({}, {})).toEqual([]);
    const [picture, ...others] = picturesOf({}, { handed: 'both' });
    expect(others).toEqual([]);
    expect(picture).toMatchObject({ width: 690 });
    expect(picture?.svg).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" viewBox="0 0 690 [\d.]+"/);
    expect(picture?.svg).not.toContain('var(');
  });

  it('says its figures to who does not see it', () => {
    const [picture] = picturesOf({}, { handed: 'picture', picture: 'bars', heading: 'Answers' });
    const [first, second] = VARIABLES[1]!.codes.map(({ label, code }) => label || code);
    const [yes, no] = VARIABLES[0]!.codes.map(({ label, code }) => label || code);
    expect(picture?.alt).toContain('Picture (bars) of Answers.');
    expect(picture?.alt).toContain(`${first}: ${yes} 80%, ${no} 20%`);
    expect(picture?.alt).toContain(`${second}: ${yes} 20%, ${no} 80%`);
  });

  it('is the usual one where the chosen one does not suit, or lacks what it needs', () => {
    const [usual] = picturesOf({}, { handed: 'both' });
    expect(picturesOf({}, { handed: 'both', picture: 'densities' })).toEqual([usual]);
    expect(picturesOf({}, { handed: 'both', picture: 'mosaic' })).not.toEqual([usual]);
  });

  it('is one for each stratum', () => {
    const titles = picturesOf({ within: true }, { handed: 'both' }).map(({ title }) => title);
    // Nobody is in the third season.
    expect(titles).toHaveLength(2);
    expect(new Set(titles).size).toBe(2);
  });
});
