import type { CodingsRequest, RelatedRequest } from '../assess/requests.js';
import { isOfSets, type Metric } from '../statistic/subjects.js';
import { decimalSign, readCell } from './parse-count.js';
import { type SheetRemark, labelOf, type Sheet } from './sheet.js';

/** Lines that were read, or what stands against it. */
export interface Lines<Request> {
  request: Request | null;
  findings: SheetRemark[];
  lacking: string | null;
}

const YES = /^(1|yes|y|true|x|\+)$/i;
const NO = /^(0|no|n|false|-|–)$/i;
const isBlank = (line: readonly string[]) => line.every((text) => text.trim() === '');

/**
 * Patterns of yes/no answers: a line for each, in its first cell how many respondents gave it (one where it is empty),
 * then an answer to each question. Lines without any answer are not typed yet.
 */
export function readPatterns({ rows, columns, cells }: Sheet): Lines<RelatedRequest> {
  const findings: SheetRemark[] = [];
  const decimals = decimalSign(cells.map(([times = '']) => times));
  const answers: number[][] = [];
  const times: number[] = [];
  cells.forEach((line, i) => {
    const [often = '', ...given] = line;
    if (isBlank(given)) return;
    answers.push(
      given.map((text, k) => {
        if (YES.test(text.trim())) return 1;
        if (!NO.test(text.trim())) {
          findings.push({
            kind: 'bad',
            row: i,
            column: k + 1,
            text:
              `${labelOf(rows, i, 'Pattern')}, ${labelOf(columns, k + 1, 'Question')}: “${text.trim()}” is no ` +
              'answer. Give 1 or yes, 0 or no; leave out who did not answer them all.',
          });
        }
        return 0;
      }),
    );
    const count = often.trim() === '' ? null : readCell(often, decimals);
    if (count?.is === 'bad')
      findings.push({
        kind: 'bad',
        row: i,
        column: 0,
        text: `${labelOf(rows, i, 'Pattern')}: “${often.trim()}” ${count.why}. ${count.mend}`,
      });
    times.push(count?.is === 'count' ? count.value : 1);
  });
  const lacking =
    answers.length === 0
      ? 'Give a line for each pattern of answers: how many gave it, then 1 or 0 for each question.'
      : null;
  return {
    request: lacking !== null || findings.length > 0 ? null : { related: { answers, times } },
    findings,
    lacking,
  };
}

/** The codes of a set as they stand in a cell. */
const namesIn = (cell: string): string[] =>
  cell.split('+').flatMap((name) => (name.trim() === '' ? [] : [name.trim()]));

/** What says in a cell that a coder gave a unit no code at all, where several can be given. */
const EMPTY_SET = /^(none|∅)$/i;

/**
 * Codings: a line for each unit, a cell for each coder, empty where a coder gave none. Words are codes too where only
 * the same or another counts; of sets the codes stand with + between them.
 */
export function readCodings({ rows, columns, cells }: Sheet, metric: Metric): Lines<CodingsRequest> {
  const findings: SheetRemark[] = [];
  const words = new Map<string, number>();
  const numberOf = (word: string): number => {
    if (!words.has(word)) words.set(word, words.size);
    return words.get(word)!;
  };
  const units = cells.flatMap((line, i) => {
    if (isBlank(line)) return [];
    return [
      line.map((text, j) => {
        const code = text.trim();
        if (code === '' || /^[-–.·]$/.test(code)) return null;
        if (isOfSets(metric)) return EMPTY_SET.test(code) ? [] : namesIn(code).map(numberOf);
        if (metric === 'nominal') return numberOf(code);
        const value = Number(code.replace(',', '.'));
        if (Number.isFinite(value)) return value;
        findings.push({
          kind: 'bad',
          row: i,
          column: j,
          text:
            `${labelOf(rows, i, 'Unit')}, ${labelOf(columns, j, 'Coder')}: “${code}” is not a number. Give a ` +
            'number, or take the codes as categories.',
        });
        return null;
      }),
    ];
  });
  const lacking =
    units.filter((unit) => unit.filter((value) => value !== null).length > 1).length === 0
      ? 'Give a line for each unit, with the codes of two coders or more.'
      : null;
  return {
    request: lacking !== null || findings.length > 0 ? null : { codings: { units, metric } },
    findings,
    lacking,
  };
}
