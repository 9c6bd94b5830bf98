import type { z } from 'zod';
import { Fault } from './fault.js';

function fieldName(path: readonly PropertyKey[]): string {
  return path
    .map((part, k) => (typeof part === 'number' ? `[${part}]` : `${k > 0 ? '.' : ''}${String(part)}`))
    .join('');
}

/** Of what fits no shape of several, what is wrong with the one that it fits best: whose first fault lies deepest. */
function deepest(issue: z.core.$ZodIssue): z.core.$ZodIssue {
  if (issue.code !== 'invalid_union') return issue;
  const faults = issue.errors.flatMap(([first]) => (first ? [deepest(first)] : []));
  const [best] = faults.sort((a, b) => b.path.length - a.path.length);
  return best && best.path.length > 0 ? { ...best, path: [...issue.path, ...best.path] } : issue;
}

/** A Fault for input that its schema refuses; a cell of a table is named as a person counts it. */
function faultOf(error: z.ZodError): Fault {
  const [first] = error.issues;
  const issue = first && deepest(first);
  const path = issue?.path ?? [];
  const field = fieldName(path);
  const [row, column] = path.slice(-2);
  const table = String(path[0]);
  if (path.length > 2 && typeof row === 'number' && typeof column === 'number') {
    const cell = { row: row + 1, column: column + 1 };
    const stratum = table === 'strata' ? `Stratum ${Number(path[1]) + 1}, row` : 'Row';
    return new Fault(
      'invalid',
      `${stratum} ${cell.row}, column ${cell.column} is not a ` +
        (table === 'counts' || table === 'strata' ? 'count' : 'number') +
        '.',
      table === 'counts' || table === 'strata' ? 'Counts are finite numbers from 0 up.' : 'Give a finite number.',
      { field, cell },
    );
  }
  const message = issue?.message ?? 'It does not have the shape that is asked for';
  return new Fault(
    'invalid',
    `${field === '' ? 'The input' : field}: ${message}.`.replace('..', '.'),
    'See /api/v1/openapi.json for the shape.',
    {
      ...(field === '' ? {} : { field }),
    },
  );
}

/** Checks input against its schema. @throws Fault naming the field */
export function parseWith<T>(schema: z.ZodType<T>, input: unknown): T {
  const parsed = schema.safeParse(input);
  if (!parsed.success) throw faultOf(parsed.error);
  return parsed.data;
}
