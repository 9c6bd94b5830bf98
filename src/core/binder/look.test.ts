import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { growers, summaryOf } from '../summary/summary.fixtures.js';
import { blockTables } from '../table/block-tables.js';
import { sentenceOfBlock } from '../table/sentence.js';
import { counted, people, VARIABLES } from '../table/survey.fixtures.js';
import { laidOut } from '../view/laid-out.js';
import { viewOfSentence } from '../view/view-of-sentence.js';
import { cellExtras } from '../view/whole-view.js';
import { changedFigures, figuresRead } from './look.js';

const SHOWN = { hatch: false };
const cross = (all: Parameters<typeof counted>[0]) => {
  const { counts, block } = counted(all, {});
  const sentence = sentenceOfBlock(block);
  const blocks = blockTables(sentence, [counts], VARIABLES);
  return laidOut(viewOfSentence(sentence, blocks, VARIABLES, (table) => cellExtras(table), {}).view, SHOWN);
};

describe('figures that changed', () => {
  it('are none where nothing did, in tables and in summaries', () => {
    fc.assert(
      fc.property(people, growers, (all, others) => {
        for (const laid of [cross(all), laidOut(summaryOf(others).view, SHOWN)])
          expect(changedFigures(figuresRead(laid), figuresRead(laid))).toEqual([]);
      }),
      { numRuns: 30 },
    );
  });

  it('are those that count another respondent, under the names of their line and column', () => {
    const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
    const all = [person, { ...person, group: 2 }, { ...person, answer: 2 }];
    const changes = changedFigures(figuresRead(cross(all)), figuresRead(cross([...all, person])));
    expect(changes).toContainEqual({ line: 'Answer 1, n', column: 'Group 1', before: '1', after: '2' });
    expect(changes).toContainEqual({ line: 'Base', column: 'All', before: '3', after: '4' });
    expect(changes.every(({ column }) => column !== 'Group 2')).toBe(true);
  });

  it('are new, or gone, with their line', () => {
    const [low, high] = [
      ['Low', 'All', '3'],
      ['High', 'All', '4'],
    ] as [string, string, string][];
    expect(changedFigures([low!], [low!, high!])).toEqual([{ line: 'High', column: 'All', before: null, after: '4' }]);
    expect(changedFigures([low!, high!], [high!])).toEqual([{ line: 'Low', column: 'All', before: '3', after: null }]);
    expect(changedFigures([low!, high!], [high!, low!])).toEqual([]);
  });

  it('of a summary stand under their variable', () => {
    const grower = { mood: 1, shares: 1, site: 1, age: 40, crops: [0] };
    const all = [grower, { ...grower, site: 2, mood: 2 }, { ...grower, mood: 3 }];
    const read = figuresRead(laidOut(summaryOf(all).view, SHOWN));
    expect(read).toContainEqual(['Mood, n (%): High', 'Mill Row', '1 (50.0)']);
    expect(read).toContainEqual(['Respondents', 'All', '3']);
  });
});
