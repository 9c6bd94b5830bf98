import { endpoint } from '../../../../../../api/endpoint.js';
import { RecipeSchema } from '../../../../../../api/schemas.js';
import { openStudy } from '../../../../../../service/open-study.js';
import { previewWorking } from '../../../../../../service/workings.js';

export const POST = endpoint(
  ({ service, param, body }) => previewWorking(service, openStudy(service, param('study')), body),
  {
    body: RecipeSchema,
  },
);
