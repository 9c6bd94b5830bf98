import { checkCodebook } from '../../../../../api/check-codebook.js';
import { endpoint } from '../../../../../api/endpoint.js';
import { Fault } from '../../../../../core/fault.js';
import { attachCodebook, removeCodebook } from '../../../../../service/intake/codebook.js';
import { PATIENCE_MS, plainName } from '../../../../../service/intake/receive.js';

export const PUT = endpoint(({ service, context, param }) => {
  const { body } = context.request;
  const name = plainName(context.url.searchParams.get('file') ?? 'codebook');
  if (!body)
    throw new Fault('invalid', `${name} is empty.`, 'Choose a codebook in DDI, Triple-S, CSV, .xlsx or JSON.', {
      file: name,
    });
  return attachCodebook(service, param('intake'), name, body, checkCodebook, PATIENCE_MS);
});
export const DELETE = endpoint(({ service, param }) => removeCodebook(service, param('intake'), PATIENCE_MS));
