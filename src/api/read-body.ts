import { Fault } from '../core/fault.js';

const MOST_BYTES = 32 * 1024 * 1024;

/** A JSON body, at most 32 MiB of it. @throws Fault where it is not JSON, or is larger */
export async function readBody(request: Request): Promise<unknown> {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) {
    throw new Fault('unsupported', 'The body is not JSON.', 'Send it with content-type application/json.', {
      field: 'content-type',
    });
  }
  const parts: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part?.value; part = await reader?.read()) {
    bytes += part.value.length;
    if (bytes > MOST_BYTES) throw new Fault('too-large', 'The body is larger than 32 MiB.', 'Send less at once.');
    parts.push(part.value);
  }
  try {
    return JSON.parse(Buffer.concat(parts).toString('utf8')) as unknown;
  } catch (error) {
    const what = error instanceof Error ? error.message : '';
    throw new Fault('invalid', `The body is not JSON: ${what}.`, 'Mend the JSON.');
  }
}
