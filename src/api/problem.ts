import { type Fault, type FaultKind, type FaultPlace } from '../core/fault.js';

/** A problem as it is sent (RFC 9457), with where it is and how to mend it. */
export interface Problem {
  type: string;
  title: string;
  status: number;
  detail: string;
  mend: string;
  place: FaultPlace;
}

const KINDS: Record<FaultKind, { status: number; title: string }> = {
  invalid: { status: 400, title: 'The input cannot be taken as it is' },
  'not-found': { status: 404, title: 'Not found' },
  conflict: { status: 409, title: 'It does not fit what is there' },
  stale: { status: 412, title: 'It was changed meanwhile' },
  'too-large': { status: 413, title: 'Too large' },
  unsupported: { status: 422, title: 'It does not suit' },
  damaged: { status: 422, title: 'The study is damaged' },
  busy: { status: 503, title: 'Too much at once' },
  store: { status: 507, title: 'The store cannot be written' },
  'signed-out': { status: 401, title: 'Sign in first' },
  forbidden: { status: 403, title: 'Not for you to do' },
  'too-often': { status: 429, title: 'Too often' },
};

export function problemOf(fault: Fault): Problem {
  const { status, title } = KINDS[fault.kind];
  return {
    type: `/problems/${fault.kind}`,
    title,
    status,
    detail: fault.message,
    mend: fault.mend,
    place: fault.place,
  };
}

/** What is said of a defect of ours: nothing of its inside. The log has it, under the same reference. */
export function defect(reference: string): Problem {
  return {
    type: '/problems/defect',
    title: 'Hatch Count failed',
    status: 500,
    detail: `Something went wrong that should not have. Reference ${reference}.`,
    mend: 'Try again; if it comes back, look for the reference in the log.',
    place: {},
  };
}

export function problemResponse(problem: Problem): Response {
  return new Response(JSON.stringify(problem), {
    status: problem.status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
  });
}
