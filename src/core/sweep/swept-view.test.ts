import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_PROTECTION } from '../disclosure/protection-shape.js';
import { countedSummary, type Grower, growers, OF_GROWERS, VARIABLES, weighing } from '../summary/summary.fixtures.js';
import { blockTables } from '../table/block-tables.js';
import { asGrid } from '../view/as-grid.js';
import { laidOut } from '../view/laid-out.js';
import { cellExtras } from '../view/whole-view.js';
import { type ViewAsked, viewOfSentence } from '../view/view-of-sentence.js';
import { sweepTable } from './sweep-table.js';
import { sweptLines } from './swept-lines.js';

const WEIGHT = { ...VARIABLES[3]!, id: 6, name: 'weight', label: 'Weight' };

function sweepOf(all: readonly Grower[], asked: ViewAsked = {}, weighted = false) {
  const counted = countedSummary(all, { weighted });
  const sentence = { ...counted.sentence, summary: undefined };
  const variables = [...VARIABLES, WEIGHT];
  const blocks = blockTables(sentence, counted.counts, variables);
  const { view } = viewOfSentence(sentence, blocks, variables, cellExtras, { sweep: {}, ...asked });
  return { view, sweep: view.sweep!, blocks };
}

const many: Grower[] = Array.from({ length: 120 }, (_, k) => ({
  mood: 1 + ((k * 7) % 3),
  shares: 1 + (k % 2),
  site: 1 + (k % 3 === 0 ? 1 : 0),
  age: k % 8 === 0 ? null : 20 + (k % 50),
  crops: k % 5 === 0 ? [] : [k % 3],
}));

describe('a table as a list of its blocks', () => {
  it('has a line for each, with p adjusted over all of them, as each has alone', () => {
    fc.assert(
      fc.property(growers, fc.constantFrom('holm', 'bonferroni' as const), (all, adjustment) => {
        const { sweep, blocks } = sweepOf(all, { sweep: { sort: 'list' }, adjustment });
        const alone = blocks.map(({ table, block }) => sweepTable(table, block.nest, 0.95));
        expect(sweep.lines).toEqual(sweptLines(alone, adjustment));
      }),
      { numRuns: 30 },
    );
  });

  it('is called by the number of its variables, and sorted', () => {
    const { view, sweep } = sweepOf(many, { sweep: { sort: 'n' } });
    expect(view.title).toBe('4 variables by Site');
    const counts = sweep.lines.map(({ n }) => n);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
    expect(sweep.lines.at(-1)?.variable).toBe(OF_GROWERS.age);
  });

  it('says under it over what p is adjusted, what strength is, and what weights it', () => {
    const { sweep } = sweepOf(many, {}, true);
    const said = sweep.notes.join('\n');
    expect(said).toContain('All figures but n are weighted by Weight.');
    expect(said).toContain('p is adjusted over the 4 tests of this list by Holm’s method.');
    expect(said).toContain('Strength is Cramer’s V, corrected for bias, of a number eta (η), with its 95% interval');
    expect(many.map(weighing).every((weight) => weight > 0)).toBe(true);
  });

  it('is laid out with each figure as a number, and goes to a file with what is said under it', () => {
    const { view, sweep } = sweepOf(many);
    const [laid] = laidOut(view, { hatch: true });
    const headings = laid!.head[0]!.map(({ text }) => text);
    expect(headings).toEqual(['Variable', 'n', 'Test', 'p', 'adjusted p', 'Strength', 'Direction']);
    laid!.body.forEach((cells, k) => {
      const line = sweep.lines[k]!;
      expect(cells[0]).toMatchObject({ text: line.title, heads: 'line', ranks: true });
      expect(cells.slice(1, 5).map(({ figure }) => figure?.value ?? null)).toEqual([
        line.n,
        null,
        line.test?.p ?? null,
        line.adjustedP,
      ]);
      const { value, lower, upper } = line.strength!;
      const ends = lower === null || upper === null ? [] : [lower, upper];
      expect(cells[5]?.parts?.flatMap(({ figure }) => figure?.value ?? [])).toEqual([value, ...ends]);
    });
    const grid = asGrid(view, {});
    expect(grid[0]).toEqual(['4 variables by Site']);
    expect(grid.flat()).toEqual(expect.arrayContaining([...sweep.notes]));
  });

  it('tells nothing of a table of which figures are withheld', () => {
    // One respondent of the second site is in the least of moods alone.
    const all = many.map((own, k) => (own.site === 2 && own.mood === 1 && k !== 3 ? { ...own, mood: 2 } : own));
    const few = all.map((own, k) => (k === 3 ? { ...own, mood: 1 } : own));
    const open = sweepOf(few).sweep.lines.find(({ variable }) => variable === OF_GROWERS.mood);
    expect(open?.test).not.toBeNull();
    const { sweep } = sweepOf(few, { protection: USUAL_PROTECTION });
    const held = sweep.lines.find(({ variable }) => variable === OF_GROWERS.mood)!;
    expect([held.test, held.adjustedP, held.strength, held.gamma, held.direction]).toEqual(Array(5).fill(null));
    expect(held.note).toContain('Withheld');
    // It is one of those over which p is adjusted.
    expect(sweep.notes.join()).toContain('over the 4 tests');
    const shares = sweep.lines.find(({ variable }) => variable === OF_GROWERS.shares)!;
    expect(shares.test).not.toBeNull();
  });
});
