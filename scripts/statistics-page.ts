import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { assess } from '../src/core/assess.js';
import { workedExampleOf } from '../src/core/reading/worked-examples/worked-example-of.js';
import { EVERY_MEASURE, EVERY_TEST } from '../src/core/statistic/registry.js';
import type { Levels, Measure, Shape, Test } from '../src/core/statistic/statistic.js';

export const PAGE = 'docs/statistics.md';

const LEVELS: Record<Levels, string> = {
  any: 'any levels',
  ordered: 'both variables ordered (two categories always are)',
  'ordered-rows': 'ordered rows',
  'ordered-columns': 'ordered columns',
  'one-ordered': 'one variable ordered, the other not',
  trend: 'both variables ordered, one at least with more than two categories',
};

const SHAPES: Record<Shape, string> = {
  any: 'any size',
  'two-by-two': '2 x 2',
  larger: 'larger than 2 x 2',
  'two-lines': 'two rows or two columns, by more',
  paired: 'the same categories both ways',
};

const MADE_FROM = {
  table: 'a table of counts',
  strata: 'a table in strata',
  'one-way': 'one-way counts',
  related: 'related yes/no answers',
  codings: 'codings by several coders',
  multiple: 'a multiple-response question by groups',
  numbers: 'numbers in groups',
};

/** A worked example as it would be sent to `POST /api/v1/assess`; of many respondents, their number alone. */
function requestOf({ example: { request } }: Measure | Test): string {
  if ('multiple' in request) return `${request.multiple.groups.length} respondents, listed in the record`;
  return `\`${JSON.stringify(request)}\``;
}

function entry(record: Measure | Test): string {
  const { id, of, name, symbol, about, levels, shape, example } = record;
  const sum = workedExampleOf(id, example.request, assess(example.request).tests);
  const range =
    'range' in record ? [`Range: ${record.range ? record.range.join(' to ') : 'from 0, without end'}.`] : [];
  return [
    `### ${name}`,
    `\`${id}\`, ${symbol}. ${about}`,
    [`Of ${MADE_FROM[of]}: ${LEVELS[levels]}, ${SHAPES[shape]}.`, ...range].join(' '),
    `Example: ${requestOf(record)} gives ${Number(example.value.toPrecision(6))}.` +
      (example.source ? ` (${example.source}.)` : ''),
    ...(sum ? [['```', sum.formula, ...sum.steps, '```'].join('\n')] : []),
  ].join('\n\n');
}

/** The page of all statistics, out of their records: what each is, what it suits, and an example worked by hand. */
export async function statisticsPage(): Promise<string> {
  const text = [
    '# Every statistic, with an example worked by hand',
    'Made from the records in `src/core/statistic/registry.ts` by `npm run statistics-page`; what the figures mean, ' +
      'and where each formula comes from, stands with the functions in `src/core/infer/` and `src/core/measure/`.',
    '## Tests',
    ...EVERY_TEST.map(entry),
    '## Measures',
    ...EVERY_MEASURE.map(entry),
  ].join('\n\n');
  return format(text, {
    ...(await resolveConfig(PAGE)),
    parser: 'markdown',
  });
}

/** Writes the page. */
export async function writeStatisticsPage(): Promise<void> {
  writeFileSync(PAGE, await statisticsPage());
}
