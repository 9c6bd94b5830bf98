import { csvResponse } from '../../../../../api/csv-response.js';
import { endpoint } from '../../../../../api/endpoint.js';
import { unreadOfIntake } from '../../../../../service/intake/unread.js';

export const GET = endpoint(async ({ service, param }) =>
  csvResponse(await unreadOfIntake(service, param('intake')), 'rows-not-read'),
);
