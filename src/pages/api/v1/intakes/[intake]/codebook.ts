import { checkCodebook } from '../../../../../api/check-codebook.js';
import { endpoint } from '../../../../../api/endpoint.js';
import { attachCodebook, removeCodebook } from '../../../../../service/intake/codebook.js';
import { codebookSent } from '../../../../../service/intake/codebook-sent.js';
import { PATIENCE_MS } from '../../../../../service/intake/receive.js';

export const PUT = endpoint(({ service, context, param }) => {
  const { name, body } = codebookSent(context.url.searchParams.get('file'), context.request.body);
  return attachCodebook(service, param('intake'), name, body, checkCodebook, PATIENCE_MS);
});
export const DELETE = endpoint(({ service, param }) => removeCodebook(service, param('intake'), PATIENCE_MS));
