import { fixed, whole } from '../figures.js';
import { compareCodes, parseNumber } from '../codebook/number.js';
import type { NumberSummary } from '../codebook/summary-shape.js';
import { summarize } from '../codebook/summary.js';
import { titleOf } from '../codebook/types.js';
import { criticalZ } from '../numerics/distributions.js';
import { varianceOf } from '../table/group-figures.js';
import type { Table } from '../table/table.js';
import { effectiveBase, figuresOf } from '../table/share.js';
import { leftOutCheck, weightCheck } from './cross/trust.js';
import { answer, type Answer, type Check, QUESTIONS } from './types.js';

/** A number with more values than this is read by its quartiles, not value by value. */
const VALUES_AT_MOST = 12;

/** Whether a frequency table is of a number with many values. */
export function isManyNumbers(table: Table): boolean {
  return table.rows.variable.level === 'number' && table.rows.categories.length > VALUES_AT_MOST;
}

function figure(value: number): string {
  return Number.isInteger(value) ? whole(value) : fixed(value, 1);
}

/** The numbers of a table in figures: as they were described, or out of the values that are listed. */
function summaryOf(table: Table): NumberSummary | null {
  if (table.numbers) {
    const { all } = table.numbers;
    const variance = all && varianceOf(all);
    return all && { ...all, sd: variance === null ? null : Math.sqrt(variance) };
  }
  const figures = figuresOf(table);
  // Weights are brought to an average of 1, so that they add up to the respondents.
  const each = figures.base > 0 ? table.base / figures.base : 1;
  const values = table.rows.categories
    .map(({ code }, i) => ({ code, times: each * (figures.rowTotals[i] ?? 0) }))
    .sort((a, b) => compareCodes(a.code, b.code))
    .flatMap(({ code, times }): [number, number][] => {
      const value = parseNumber(code);
      return value === null ? [] : [[value, times]];
    });
  return summarize(values.filter(([, times]) => times > 0));
}

/** What a frequency table of a number says: what is typical, how it spreads, and the sentence. */
export function readNumber(table: Table, confidence: number): Answer[] {
  const summary = summaryOf(table);
  if (!summary) return [];
  const title = titleOf(table.rows.variable);
  return [
    answer('where', 'What is typical?', {
      verdict: `${figure(summary.median)}, the median.`,
      notes: [
        `Half of the respondents are from ${figure(summary.lowerQuartile)} to ${figure(summary.upperQuartile)}.`,
        meanNote(summary, effectiveBase(table), confidence),
      ],
    }),
    answer('trust', QUESTIONS.trust, { checks: [skewCheck(summary), ...weightCheck(table), ...leftOutCheck(table)] }),
    answer('say', QUESTIONS.say, {
      sentence:
        `${title}: median ${figure(summary.median)} (quartiles ${figure(summary.lowerQuartile)} and ` +
        `${figure(summary.upperQuartile)}), mean ` +
        `${figure(summary.mean)}${summary.sd === null ? '' : ` (SD ${figure(summary.sd)})`}, from ` +
        `${figure(summary.minimum)} to ${figure(summary.maximum)}, n = ` +
        `${whole(table.base)}${table.weighted ? ', weighted' : ''}.`,
    }),
  ];
}

function meanNote({ mean, sd }: NumberSummary, n: number, confidence: number): string {
  if (sd === null) return `The mean is ${figure(mean)}.`;
  const reach = (criticalZ(confidence) * sd) / Math.sqrt(n);
  return (
    `The mean is ${figure(mean)}, ${Math.round(confidence * 100)}% interval ${figure(mean - reach)} to ` +
    `${figure(mean + reach)}.`
  );
}

/** Mean and median a fifth of a standard deviation apart: the mean is drawn by a long tail. */
export function skewCheck({ mean, median, sd }: Pick<NumberSummary, 'mean' | 'median' | 'sd'>): Check {
  const apart = sd === null || sd === 0 ? 0 : Math.abs(mean - median) / sd;
  return apart > 0.2
    ? {
        ok: false,
        text:
          `Mean and median are far apart: a long tail draws the mean ${mean > median ? 'up' : 'down'}. Read the ` +
          'median.',
      }
    : { ok: true, text: 'Mean and median are close together.' };
}
