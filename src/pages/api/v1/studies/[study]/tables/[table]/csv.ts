import { csvResponse } from '../../../../../../../api/csv-response.js';
import { endpoint } from '../../../../../../../api/endpoint.js';
import { tableAsCsv } from '../../../../../../../service/count-table.js';
import { openStudy } from '../../../../../../../service/open-study.js';
import { findTable } from '../../../../../../../service/saved-tables.js';

export const GET = endpoint(async ({ service, param, idParam }) => {
  const study = openStudy(service, param('study'));
  const { sentence, shown, title } = findTable(study, idParam('table'));
  return csvResponse(await tableAsCsv(service, study, sentence, shown), title);
});
