import { randomUUID } from 'node:crypto';
import type { APIContext, APIRoute } from 'astro';
import type { z } from './zod.js';
import { Fault } from '../core/fault.js';
import { defect, parseWith, problemOf, problemResponse } from './problem.js';

/** What is logged for a request that its sender dropped. */
const GONE = 499;

const MOST_BYTES = 32 * 1024 * 1024;

/** Reads a JSON body, at most 32 MiB of it. @throws Fault where it is not JSON */
async function readJson(request: Request): Promise<unknown> {
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
    throw new Fault(
      'invalid',
      `The body is not JSON: ${error instanceof Error ? error.message : ''}.`,
      'Mend the JSON.',
    );
  }
}

export interface Call<B> {
  context: APIContext;
  service: App.Locals['service'];
  body: B;
  /** A part of the path. */
  param: (name: string) => string;
  /** A part of the path that is a number. */
  idParam: (name: string) => number;
  /** The revision of the study that whoever asks has seen ("if-match"); null: they do not say. */
  seen: number | null;
}

/** The revision that a request says it has seen. @throws Fault where it is none */
function seenIn(request: Request): number | null {
  const tag = request.headers.get('if-match');
  if (tag === null || tag === '*') return null;
  const revision = /^"?(\d{1,15})"?$/.exec(tag.trim());
  if (!revision)
    throw new Fault(
      'invalid',
      `"${tag.slice(0, 40)}" is no revision of a study.`,
      'Send the revision that the study had when you looked, as "12".',
      { field: 'if-match' },
    );
  return Number(revision[1]);
}

function reply(result: unknown, status: number, revision: number | null): Response {
  if (result instanceof Response) return result;
  const tag = revision === null ? {} : { etag: `"${revision}"` };
  if (result === undefined) return new Response(null, { status: 204, headers: tag });
  return new Response(JSON.stringify(result), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store', ...tag },
  });
}

/**
 * An endpoint: checks the body against its schema (or by a parser that knows better), does the work, answers with JSON,
 * and turns every error into a problem.
 */
export function endpoint<B = undefined>(
  work: (call: Call<B>) => unknown,
  { body: schema, parse, status = 200 }: { body?: z.ZodType<B>; parse?: (input: unknown) => B; status?: number } = {},
): APIRoute {
  return async (context) => {
    const { service } = context.locals;
    const param = (name: string) => context.params[name] ?? '';
    const idParam = (name: string) => {
      const value = Number(param(name));
      if (!Number.isSafeInteger(value) || value < 1) {
        throw new Fault('not-found', `"${param(name).slice(0, 40)}" is not an id.`, 'Ids are whole numbers from 1.', {
          field: name,
        });
      }
      return value;
    };
    try {
      const seen = seenIn(context.request);
      const check = parse ?? (schema ? (input: unknown) => parseWith(schema, input) : null);
      // Without a schema there is no body, and B is undefined.
      const body = (check ? check(await readJson(context.request)) : undefined) as B;
      const result = await work({ context, service, body, param, idParam, seen });
      return reply(result, status, service.revisionOf(param('study')));
    } catch (error) {
      if (error instanceof Fault) return problemResponse(problemOf(error));
      // Who asked has gone: there is nobody to answer, and nothing failed.
      if (context.request.signal.aborted) return new Response(null, { status: GONE });
      const reference = randomUUID();
      service.log.error({ err: error, reference, path: context.url.pathname }, 'a request failed');
      return problemResponse(defect(reference));
    }
  };
}
