import { endpoint } from '../../../../../../../api/endpoint.js';
import { distributionOf } from '../../../../../../../service/distribution.js';
import { openStudy } from '../../../../../../../service/open-study.js';

export const GET = endpoint(({ service, param, idParam, context }) =>
  distributionOf(
    service,
    openStudy(service, param('study')),
    idParam('variable'),
    context.url.searchParams.get('shares') ?? '',
    context.url.searchParams.get('ends') ?? '',
  ),
);
