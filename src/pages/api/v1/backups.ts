import { Readable } from 'node:stream';
import { endpoint } from '../../../api/endpoint.js';
import { Fault } from '../../../core/fault.js';
import { plainName } from '../../../service/intake/receive.js';
import { restoreStudy } from '../../../service/studies.js';

export const POST = endpoint(
  ({ service, context }) => {
    const { body } = context.request;
    const name = plainName(context.url.searchParams.get('file') ?? 'backup.sqlite');
    if (!body)
      throw new Fault('invalid', `${name} is empty.`, 'Choose a file that Hatch Count backed up.', { file: name });
    return restoreStudy(service, name, Readable.fromWeb(body as never));
  },
  { status: 201 },
);
