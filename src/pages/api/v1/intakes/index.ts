import { endpoint } from '../../../../api/endpoint.js';
import { checkCodebook } from '../../../../api/check-codebook.js';
import { Fault } from '../../../../core/fault.js';
import { PATIENCE_MS, receiveFile } from '../../../../service/intake/receive.js';
import { waitingIntakes } from '../../../../service/intake/waiting.js';

export const GET = endpoint(({ service }) => waitingIntakes(service));
export const POST = endpoint(
  ({ service, context }) => {
    const { body } = context.request;
    const name = context.url.searchParams.get('file') ?? 'file.csv';
    if (!body)
      throw new Fault(
        'invalid',
        `${name} is empty.`,
        'Choose a file with a heading line and at least one respondent.',
        { file: name, line: 1 },
      );
    return receiveFile(service, name, body, checkCodebook, PATIENCE_MS);
  },
  { status: 201 },
);
