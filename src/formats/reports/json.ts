import { type Report, tablesOf } from '../../core/report/report.js';

/** A report as JSON: of each table every figure, test and measure at full precision, and the readings that are kept. */
export function jsonReport(report: Report): string {
  const { title, facts, methods } = report;
  const tables = tablesOf(report).map(({ number, caption, filter, weight, shown, bases, answers, readings }) => ({
    number,
    caption,
    filter,
    weight,
    shown,
    bases,
    blocks: answers,
    readings,
  }));
  const items = report.items.map((item) => (item.is === 'table' ? { is: item.is, number: item.number } : item));
  return `${JSON.stringify({ title, facts, methods, items, tables }, null, 1)}\n`;
}
