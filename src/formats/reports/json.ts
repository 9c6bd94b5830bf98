import type { Summary } from '../../core/view/types.js';
import { tableName } from '../../core/report/captioned.js';
import { type Report, tablesOf } from '../../core/report/report.js';

/** A summary with what its figures are, and what is tested of each variable. */
const summaryIn = (title: string, { lines, columns, statistics, adjusted, notes }: Summary) => {
  return { title, lines, columns, statistics, adjusted, notes };
};

/** A report as JSON: of each table every figure, test and measure at full precision, and the readings that are kept. */
export function jsonReport(report: Report): string {
  const { title, facts, methods } = report;
  const tables = tablesOf(report).map((table) => {
    const { number, caption, filter, weight, shown, frozen, bases, answers, readings, views, pictures } = table;
    const summaries = views.flatMap((view) => (view.summary ? [summaryIn(view.title, view.summary)] : []));
    const sweeps = views.flatMap(({ title: own, sweep }) => (sweep ? [{ title: own, ...sweep }] : []));
    return {
      name: tableName(table),
      number,
      caption,
      filter,
      weight,
      shown,
      frozen,
      bases,
      blocks: answers,
      readings,
      ...(pictures.length > 0 ? { pictures } : {}),
      ...(summaries.length > 0 ? { summaries } : {}),
      ...(sweeps.length > 0 ? { sweeps } : {}),
    };
  });
  const items = report.items.map((item) =>
    item.is === 'table' ? { is: item.is, name: tableName(item), number: item.number } : item,
  );
  return `${JSON.stringify({ title, facts, methods, items, tables }, null, 1)}\n`;
}
