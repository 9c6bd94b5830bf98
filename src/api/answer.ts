import { createHash, randomUUID } from 'node:crypto';
import { Fault } from '../core/fault.js';
import type { Service } from '../service/context.js';
import { openStudy, readyStudy } from '../service/open-study.js';
import { once } from '../service/once.js';
import { JsonText } from '../service/json-text.js';
import { askedBy } from '../service/asking.js';
import { knownFault } from '../service/store-fault.js';
import { authorize } from './authorize.js';
import { auditDone, auditRefused, isChange } from './audited.js';
import { layerOf } from '../core/team/layer-id.js';
import { keepUses } from '../service/layers/keep-uses.js';
import { tellChanged } from '../service/presence.js';
import { mustFit } from './answer-fits.js';
import type { Route } from './find-operation.js';
import { isIdPart, type Call, type Operation } from './operation.js';
import { parseWith } from '../core/parse-with.js';
import { defect, problemOf, problemResponse } from './problem.js';
import { MOST_LARGE, readBody, readBytes } from './read-body.js';

/** What is logged for a request that its sender dropped. */
const GONE = 499;

const CHECKS_ANSWERS = process.env['HATCH_COUNT_CHECK_ANSWERS'] === 'yes';

/** The revision that a request says it has seen. @throws Fault where it is not a whole number */
function seenIn(request: Request): number | null {
  const tag = request.headers.get('if-match');
  if (tag === null || tag === '*') return null;
  const revision = /^"?(\d{1,15})"?$/.exec(tag.trim());
  if (!revision) {
    throw new Fault(
      'invalid',
      `"${tag.slice(0, 40)}" is no revision of a study.`,
      'Send the revision that the study had when you looked, as "12".',
      { field: 'if-match' },
    );
  }
  return Number(revision[1]);
}

/** A part of a path as the operation works with it. @throws Fault where it should be an id and is not a number */
function paramOf(name: string, given: string): string | number {
  if (!isIdPart(name)) return given;
  const id = Number(given);
  if (Number.isSafeInteger(id) && id >= 1) return id;
  throw new Fault('not-found', `"${given.slice(0, 40)}" is not an id.`, 'Ids are whole numbers from 1.', {
    field: name,
  });
}

/** What an operation works with, out of a request. @throws Fault where the request does not fit */
async function callOf(
  operation: Operation,
  params: Route['params'],
  request: Request,
  { service, signedIn, address, place }: App.Locals,
) {
  const seen = seenIn(request);
  const { query, body, parse } = operation;
  const asked = Object.fromEntries(new URL(request.url).searchParams);
  const check = parse ?? (body && body !== 'file' ? (input: unknown) => parseWith(body, input) : null);
  const large = operation.large === true ? await readBytes(request, MOST_LARGE) : null;
  const call: Call = {
    service,
    request,
    signedIn,
    address,
    place,
    outgoing: new Headers(),
    params: Object.fromEntries(Object.entries(params).map(([name, given]) => [name, paramOf(name, given)])),
    query: query && parseWith(query, asked),
    body: check && !large ? check(await readBody(request)) : undefined,
    sent: large ?? new Uint8Array(),
    get study() {
      return openStudy(service, params['study'] ?? '', operation.changes ? seen : null);
    },
  };
  return call;
}

/** Whether an operation works with a study that is in its path. */
const isOfStudy = ({ path }: Operation) => path.includes('/{study}');

/** Whether a path leads into somebody's own layer. */
const isOwnLayer = (params: Route['params']) => layerOf(params['study'] ?? '').person !== null;

/** The key under which a change is sent, quoted or not. @throws Fault where it is none */
function keyIn(request: Request): string | null {
  const given = request.headers.get('idempotency-key');
  if (given === null) return null;
  const key = /^"?([\w:.+/=-]{8,200})"?$/.exec(given.trim())?.[1];
  if (key !== undefined) return key;
  const mend = 'Send 8 to 200 letters, digits and signs such as "-", different for each change.';
  throw new Fault('invalid', 'The Idempotency-Key is none.', mend, { field: 'idempotency-key' });
}

/** Does what an operation does; a change that is sent under a key is made once, however often it is sent. */
async function done(operation: Operation, call: Call, params: Route['params']): Promise<unknown> {
  const work = () => Promise.resolve(operation.work(call));
  const key = operation.changes ? keyIn(call.request) : null;
  if (key === null) return work();
  const { method, url } = call.request;
  const { pathname, search } = new URL(url);
  // Nobody is answered with what was answered to somebody else.
  const sent = JSON.stringify([method, pathname + search, call.body ?? null, call.signedIn?.person.id ?? null]);
  const fingerprint = createHash('sha256').update(sent).digest('hex');
  // A study that goes takes along what it knows.
  const isWhole = !isOfStudy(operation) || (operation.method === 'delete' && operation.path === '/studies/{study}');
  return once(call.service, { key, fingerprint, study: isWhole ? null : (params['study'] ?? '') }, work);
}

/** What is said of a file that nobody fetches: that it can be. The file is not made for it. */
function headOf(mediaType: string): Response {
  return new Response(null, { headers: { 'content-type': mediaType, 'cache-control': 'no-store' } });
}

/** A file, sent no faster than it is taken; nothing is left of one whose asker has gone. */
async function passedOn(file: Response, { signal }: Request, drained: () => Promise<void>): Promise<Response> {
  if (!file.body) return file;
  if (signal.aborted) {
    await file.body.cancel();
    return new Response(null, { status: GONE });
  }
  const paced = new TransformStream<Uint8Array, Uint8Array>({
    transform: async (chunk, controller) => {
      await drained();
      controller.enqueue(chunk);
    },
  });
  return new Response(file.body.pipeThrough(paced), file);
}

/** The answer of an operation, with the revision that the study has now. */
function reply(operation: Operation, result: unknown, revision: number | null, headers: Headers): Response {
  headers.set('cache-control', 'no-store');
  if (revision !== null) headers.set('etag', `"${revision}"`);
  if (operation.answer === undefined) return new Response(null, { status: 204, headers });
  if (CHECKS_ANSWERS && typeof operation.answer === 'object')
    mustFit(operation.answer, result instanceof JsonText ? JSON.parse(result.text) : result, operation.id);
  headers.set('content-type', 'application/json');
  const status = operation.status ?? 200;
  return new Response(result instanceof JsonText ? result.bytes : JSON.stringify(result), { status, headers });
}

/** A response for any error: a fault as a problem, anything else as a defect under a reference that the log has too. */
function responseTo(error: unknown, request: Request, service: Service): Response {
  const fault = knownFault(error);
  if (fault) {
    if (fault !== error) service.log.error({ err: error, path: new URL(request.url).pathname }, fault.message);
    return problemResponse(problemOf(fault));
  }
  // Who asked has gone: there is nobody to answer, and nothing failed.
  if (request.signal.aborted) return new Response(null, { status: GONE });
  const reference = randomUUID();
  service.log.error({ err: error, reference, path: new URL(request.url).pathname }, 'a request failed');
  return problemResponse(defect(reference));
}

/** There is no such path, or nothing under it that goes by this method. */
function nothingThere(request: Request, route: Route | null): Response {
  const { pathname } = new URL(request.url);
  const methods = [...(route?.operations.keys() ?? [])];
  const detail = `There is no ${request.method} ${pathname.slice(0, 200)}.`;
  if (methods.length === 0) {
    const mend = 'See /api/v1/openapi.json for what there is.';
    return problemResponse(problemOf(new Fault('not-found', detail, mend)));
  }
  const response = problemResponse({
    type: '/problems/method',
    title: 'Not by this method',
    status: 405,
    detail,
    mend: `Use ${methods.join(', ')}.`,
    place: {},
  });
  response.headers.set('allow', methods.join(', '));
  return response;
}

/**
 * Answers a request: checks what it asks and sends by the schemas of the operation, has the work done, and answers
 * with JSON, with a file, or with a problem.
 */
export async function answer(request: Request, route: Route | null, locals: App.Locals): Promise<Response> {
  const started = performance.now();
  const response = await answered(request, route, locals);
  const operation = route?.operations.get(request.method === 'HEAD' ? 'GET' : request.method);
  locals.service.metrics.answered(operation?.id ?? 'none', response.status, (performance.now() - started) / 1000);
  return response;
}

async function answered(request: Request, route: Route | null, locals: App.Locals): Promise<Response> {
  const { service, asker, drained, signedIn } = locals;
  const method = request.method === 'HEAD' ? 'GET' : request.method;
  const operation = route?.operations.get(method);
  if (!route || !operation) return nothingThere(request, route);
  try {
    if (service.team && signedIn) await service.team.each.request(signedIn.person.id);
    const seesRows = authorize(service, signedIn, operation, route.params);
    // A change is made to its end though whoever asked for it has gone.
    const signal = operation.changes ? undefined : request.signal;
    const who = { asker, name: signedIn?.person.name, seesRows, signal };
    const call = await callOf(operation, route.params, request, locals);
    if (isOfStudy(operation)) await readyStudy(service, route.params['study'] ?? '');
    if (request.method === 'HEAD' && typeof operation.answer === 'string') return headOf(operation.answer);
    const revision = () => service.revisionOf(route.params['study'] ?? '');
    const before = revision();
    const result = await askedBy(who, () => done(operation, call, route.params));
    if (operation.changes === true && service.team && isOwnLayer(route.params)) keepUses(service, call.study);
    const now = revision();
    // Whoever only looked did not make what landed meanwhile.
    if (isChange(operation) && signedIn && before !== null && now !== null && now !== before)
      tellChanged(service, call.study, signedIn.person);
    auditDone(operation, locals, request, route.params);
    if (result instanceof Response) return await passedOn(result, request, drained);
    // What is read may be older than a change that lands while it is made ready, and must not be told as newer.
    return reply(operation, result, operation.changes ? now : before, call.outgoing);
  } catch (error) {
    auditRefused(error, operation, locals, request, route.params);
    return responseTo(error, request, service);
  }
}
