import { csvResponse } from '../../../../../../../api/csv-response.js';
import { endpoint } from '../../../../../../../api/endpoint.js';
import { sentenceOfBody } from '../../../../../../../core/table/sentence-shape.js';
import { openStudy } from '../../../../../../../service/open-study.js';
import { findTable } from '../../../../../../../service/saved-tables.js';
import { tableAsCsv } from '../../../../../../../service/table-csv.js';

export const GET = endpoint(async ({ service, param, idParam }) => {
  const study = openStudy(service, param('study'));
  const { sentence, shown, title } = findTable(study, idParam('table'));
  return csvResponse(await tableAsCsv(service, study, sentenceOfBody(sentence), shown), title);
});
