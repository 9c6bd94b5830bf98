import { endpoint } from '../../../../../api/endpoint.js';
import { StudyEditSchema } from '../../../../../api/schemas.js';
import { openStudy } from '../../../../../service/open-study.js';
import { viewWholeStudy } from '../../../../../service/roster.js';
import { binStudy, editStudy } from '../../../../../service/studies.js';

export const GET = endpoint(({ service, param }) => viewWholeStudy(service, openStudy(service, param('study'))));
export const PATCH = endpoint(
  ({ service, param, body }) => editStudy(service, openStudy(service, param('study')), body),
  { body: StudyEditSchema },
);
export const DELETE = endpoint(({ service, param }) => binStudy(service, openStudy(service, param('study'))), {
  status: 204,
});
