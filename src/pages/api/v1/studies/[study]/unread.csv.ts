import { csvResponse } from '../../../../../api/csv-response.js';
import { endpoint } from '../../../../../api/endpoint.js';
import { unreadOfStudy } from '../../../../../service/intake/unread.js';
import { openStudy } from '../../../../../service/open-study.js';

export const GET = endpoint(({ service, param }) => {
  const study = openStudy(service, param('study'));
  return csvResponse(unreadOfStudy(study), `${study.id} rows not read`);
});
