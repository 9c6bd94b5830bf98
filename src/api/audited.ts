import { Fault } from '../core/fault.js';
import { audit } from '../service/team/audit.js';
import { studyIn } from './authorize.js';
import type { Operation } from './operation.js';

type Params = Readonly<Record<string, string>>;

/** Whether something is another after an operation, as far as its record says. */
export const isChange = ({ changes, audited }: Operation): boolean => changes === true || audited === true;

/** What is done is written down where it changes something, hands out a file, or shows respondents one by one. */
const isWrittenDown = ({ changes, answer, showsRows, audited }: Operation): boolean =>
  audited ?? (changes === true || typeof answer === 'string' || showsRows === true);

function write(
  outcome: 'done' | 'refused' | 'failed',
  operation: Operation,
  { service, signedIn, address }: App.Locals,
  request: Request,
  params: Params,
): void {
  const place = new URL(request.url).pathname.replace(/^\/api\/v1/, '');
  audit(service, { who: signedIn, act: operation.id, study: studyIn(params), place, address, outcome });
}

/** Writes down that something was done. */
export function auditDone(operation: Operation, locals: App.Locals, request: Request, params: Params): void {
  if (isWrittenDown(operation)) write('done', operation, locals, request, params);
}

/** Writes down that somebody was not let do something, or that what they changed failed. */
export function auditRefused(
  error: unknown,
  operation: Operation,
  locals: App.Locals,
  request: Request,
  params: Params,
): void {
  if (operation.audited === false) return;
  // Nobody fills the log from outside: attempts to sign in write themselves down, which are few.
  if (!locals.signedIn) return;
  const isRefused = error instanceof Fault && error.kind === 'forbidden';
  if (isRefused) write('refused', operation, locals, request, params);
  else if (isWrittenDown(operation)) write('failed', operation, locals, request, params);
}
