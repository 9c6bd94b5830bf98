import type { Tally } from './tally.js';

const shown = ({ done, answers, wrong, memory }: Tally): string[] => [
  String(done),
  String(wrong.length),
  memory === 0 ? '' : String(memory),
  Object.entries(answers)
    .sort(([, a], [, b]) => b - a)
    .map(([as, n]) => `${n} ${as}`)
    .join(', '),
];

/** What came of a siege, as a table of text: a line for each kind of attack, then what was wrong. */
export function verdictTable(tallies: Record<string, Tally>): string {
  const head = ['attack', 'times', 'wrong', 'MiB', 'answers'];
  const rows = [head, ...Object.entries(tallies).map(([kind, tally]) => [kind, ...shown(tally)])];
  const widths = head.map((_, column) => Math.max(...rows.map((row) => row[column]!.length)));
  const lines = rows.map((row) =>
    row
      .map((cell, column) =>
        column === 0 || column === head.length - 1 ? cell.padEnd(widths[column]!) : cell.padStart(widths[column]!),
      )
      .join('  ')
      .trimEnd(),
  );
  const wrong = Object.values(tallies).flatMap((tally) => tally.wrong.slice(0, 20));
  return [...lines, ...wrong.map((what) => `wrong: ${what}`), ''].join('\n');
}
