import { checkCodebook } from '../../../../../../api/check-codebook.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { planCodebookFile } from '../../../../../../service/codebook-file.js';
import { codebookSent } from '../../../../../../service/intake/codebook-sent.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(({ service, context, param }) => {
  const { name, body } = codebookSent(context.url.searchParams.get('file'), context.request.body);
  return planCodebookFile(service, openStudy(service, param('study')), name, body, checkCodebook);
});
