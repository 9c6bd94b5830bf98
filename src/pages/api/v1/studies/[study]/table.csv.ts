import { csvResponse } from '../../../../../api/csv-response.js';
import { endpoint } from '../../../../../api/endpoint.js';
import { parseWith } from '../../../../../api/problem.js';
import { SentenceSchema, ShownSchema } from '../../../../../api/schemas.js';
import { Fault } from '../../../../../core/fault.js';
import { sentenceOfBody } from '../../../../../core/table/sentence-shape.js';
import { openStudy } from '../../../../../service/open-study.js';
import { tableAsCsv } from '../../../../../service/table-csv.js';

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new Fault('invalid', 'The sentence is not JSON.', 'Send a Sentence as JSON.', { field: 'sentence' });
  }
}

export const GET = endpoint(async ({ service, param, context }) => {
  const { searchParams } = context.url;
  const sentence = parseWith(SentenceSchema, parsed(searchParams.get('sentence') ?? ''));
  const letters = searchParams.get('letters');
  const shown = parseWith(
    ShownSchema.pick({ percent: true, order: true, last: true, expected: true, residuals: true, letters: true }),
    {
      percent: searchParams.get('percent') ?? 'column',
      order: searchParams.get('order') ?? 'list',
      last: searchParams.get('last') === 'true',
      expected: searchParams.get('expected') === 'true',
      residuals: searchParams.get('residuals') === 'true',
      ...(letters === null ? {} : { letters }),
    },
  );
  const study = openStudy(service, param('study'));
  return csvResponse(await tableAsCsv(service, study, sentenceOfBody(sentence), shown), `${study.id} table`);
});
