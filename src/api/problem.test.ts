import { describe, expect, it } from 'vitest';
import { Fault, type FaultKind } from '../core/fault.js';
import { parseWith } from '../core/parse-with.js';
import { defect, problemOf, problemResponse } from './problem.js';
import { parseAssess } from './assess-schemas.js';
import { ConditionSchema, RecipeSchema, SentenceSchema, WorkingDraftSchema } from './schemas.js';

function refusal(work: () => unknown): Fault {
  try {
    work();
  } catch (error) {
    if (error instanceof Fault) return error;
  }
  throw new Error('it was taken');
}

describe('problems', () => {
  it('have a status for each kind of fault', () => {
    const statuses: Record<FaultKind, number> = {
      invalid: 400,
      'not-found': 404,
      conflict: 409,
      stale: 412,
      'too-large': 413,
      unsupported: 422,
      damaged: 422,
      busy: 503,
      store: 507,
      'signed-out': 401,
      forbidden: 403,
      'too-often': 429,
    };
    for (const [kind, status] of Object.entries(statuses) as [FaultKind, number][]) {
      const problem = problemOf(new Fault(kind, 'What.', 'Do this.', { line: 3 }));
      expect(problem).toMatchObject({
        type: `/problems/${kind}`,
        status,
        detail: 'What.',
        mend: 'Do this.',
        place: { line: 3 },
      });
    }
  });
  it('are sent as problem+json, and not kept', async () => {
    const response = problemResponse(problemOf(new Fault('conflict', 'No.', 'Yes.')));
    expect(response.status).toBe(409);
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    expect(response.headers.get('cache-control')).toBe('no-store');
    expect(await response.json()).toMatchObject({ title: 'It does not fit what is there' });
  });
  it('tell nothing of the inside of a defect', () => {
    expect(defect('abc').detail).toBe('Something went wrong that should not have. Reference abc.');
  });
  it('know a fault of another bundle for one', () => {
    const foreign = Object.assign(new Error('x'), { [Symbol.for('hatch-count.fault')]: true });
    expect(foreign instanceof Fault).toBe(true);
    expect(new Error('x') instanceof Fault).toBe(false);
    expect((null as unknown) instanceof Fault).toBe(false);
  });
});

describe('what comes in', () => {
  it('is refused by the name of its field', () => {
    expect(refusal(() => parseWith(SentenceSchema, { rows: 0, by: null, only: [] })).place).toEqual({ field: 'rows' });
    expect(
      refusal(() => parseWith(SentenceSchema, { rows: 1, by: null, only: [{ variable: 1, is: 'any-of', codes: [5] }] }))
        .place,
    ).toEqual({ field: 'only[0].codes[0]' });
    expect(refusal(() => parseWith(SentenceSchema, { rows: 1, by: null, only: [], extra: 1 })).message).toContain(
      'extra',
    );
    expect(refusal(() => parseWith(SentenceSchema, null)).kind).toBe('invalid');
  });
  it('is refused by its cell where it is a count', () => {
    expect(
      refusal(() =>
        parseAssess({
          counts: [
            [1, 2],
            [3, null],
          ],
        }),
      ).place,
    ).toMatchObject({ cell: { row: 2, column: 2 } });
    expect(refusal(() => parseAssess({ counts: [[1]], confidence: 1 })).place).toEqual({
      field: 'confidence',
    });
  });
  it('is bounded', () => {
    const conditions = Array.from({ length: 21 }, () => ({ variable: 1, is: 'any-of', codes: [] }));
    expect(refusal(() => parseWith(SentenceSchema, { rows: 1, by: null, only: conditions })).place).toEqual({
      field: 'only',
    });
    expect(
      refusal(() =>
        parseWith(WorkingDraftSchema, {
          name: 'x'.repeat(201),
          label: 'x',
          recipe: { kind: 'gather', items: [], none: null },
        }),
      ).place,
    ).toEqual({ field: 'name' });
  });
  it('passes where it fits', () => {
    expect(parseWith(ConditionSchema, { variable: 1, is: 'between', from: null, to: 3 })).toEqual({
      variable: 1,
      is: 'between',
      from: null,
      to: 3,
    });
    expect(() => parseWith(RecipeSchema, { kind: 'score' })).toThrow(Fault);
  });
});
