import { Readable } from 'node:stream';
import { checkCodebook } from '../../../../../../api/check-codebook.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { Fault } from '../../../../../../core/fault.js';
import { planCodebookFile } from '../../../../../../service/codebook-file.js';
import { plainName } from '../../../../../../service/intake/receive.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(({ service, context, param }) => {
  const { body } = context.request;
  const name = plainName(context.url.searchParams.get('file') ?? 'codebook');
  if (!body)
    throw new Fault('invalid', `${name} is empty.`, 'Choose a codebook in DDI, Triple-S, CSV, .xlsx or JSON.', {
      file: name,
    });
  const study = openStudy(service, param('study'));
  return planCodebookFile(service, study, name, Readable.fromWeb(body as never), checkCodebook);
});
