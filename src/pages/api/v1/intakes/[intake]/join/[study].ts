import { endpoint } from '../../../../../../api/endpoint.js';
import { JoiningSchema } from '../../../../../../api/intake-schemas.js';
import { joinStudy } from '../../../../../../service/intake/join.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(
  async ({ service, param, body }) => {
    const study = openStudy(service, param('study'));
    await joinStudy(service, study, param('intake'), body);
    return { study: study.id };
  },
  { body: JoiningSchema },
);
