import { tableName } from '../../core/report/captioned.js';
import { type Report, type ReportTable, tablesOf } from '../../core/report/report.js';
import { sayFrozen } from '../../core/report/say-frozen.js';
import { asGrid } from '../../core/view/as-grid.js';
import { writeCsv } from '../csv-write.js';

/** That a table is frozen, where it is. */
const frozenLine = ({ frozen }: ReportTable) => (frozen ? [[sayFrozen(frozen)]] : []);

/** The tables of a report one under the other, as they are shown, with what the file is of above them. */
export function csvReport(report: Report): string {
  const { facts, methods } = report;
  const tables = tablesOf(report).flatMap((table) =>
    table.views.flatMap((view) => [[], [tableName(table)], ...frozenLine(table), ...asGrid(view, table.shown)]),
  );
  return writeCsv([
    ...facts.map(({ what, text }) => [what, text]),
    ...tables,
    [],
    ...methods.map((text) => ['Methods', text]),
  ]);
}
