import { expect, it } from 'vitest';
import { z } from 'zod';
import { byId } from '../../core/by-id.js';
import { tablesOf } from '../../core/report/report.js';
import { jsonReport } from './json.js';
import { AWKWARD, reportOfSurvey } from './report.fixtures.js';

const Cells = z.array(z.array(z.number().nullable()));
const Shape = z.object({
  title: z.string(),
  tables: z.array(
    z.object({
      caption: z.string(),
      weight: z.string().nullable(),
      filter: z.string(),
      blocks: z.array(z.object({ figures: z.record(z.string(), Cells), tests: z.record(z.string(), z.unknown()) })),
      sweeps: z.array(z.looseObject({ lines: z.array(z.unknown()) })).optional(),
      summaries: z.array(z.looseObject({ statistics: z.array(z.unknown()) })).optional(),
    }),
  ),
});

it('has every figure of every block at full precision, with tests', () => {
  const report = reportOfSurvey();
  const { title, tables } = Shape.parse(JSON.parse(jsonReport(report)));
  expect(title).toContain(AWKWARD.formula);
  tablesOf(report).forEach(({ views, caption, filter, weight }, k) => {
    expect(tables[k]).toMatchObject({ caption, filter, weight });
    if (views.length > 1) return;
    const { summary, sweep, blocks } = views[0]!;
    const [block] = blocks[0]!;
    const { figures, tests } = tables[k]!.blocks[0]!;
    // The first item of the summary, and of the sweep, is a number.
    const id = summary || sweep ? 'mean' : 'column-percent';
    const cells = byId(block!.figures, id)!.cells;
    const isAlone = cells[0]!.length === 1;
    expect(figures[id]).toEqual(cells.map((line) => (isAlone ? line : line.slice(1))));
    expect(Object.keys(tests).length > 0).toBe(!isAlone && (k === 0 || summary !== undefined));
    expect(tables[k]!.sweeps).toEqual(sweep && [{ title: caption, ...sweep }]);
    expect(tables[k]!.summaries).toEqual(summary && [{ title: caption, ...summary, base: undefined }]);
  });
  // Within a variable: all strata together, and each by itself.
  expect(tables[3]!.blocks).toHaveLength(1 + tablesOf(report)[3]!.views.length);
  expect(tables[3]!.filter).toBe('Season is Season 1');
  expect(tables[2]!.weight).toBe('Weight');
});
