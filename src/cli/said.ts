import { z } from 'zod';
import { parseJson } from '../core/parse-json.js';
import { parseWith } from '../core/parse-with.js';

/** Any JSON object, whose own schema says more. */
const RecordShape = z.record(z.string(), z.unknown());

/**
 * What is asked for on the command line, for a schema to look at: a sentence in words or its parts as JSON, as over
 * HTTP, and over them the flags that were given.
 * @example said('Age by Site', { order: 'list', sort: undefined }) // { sentence: 'Age by Site', order: 'list' }
 */
export function said(text: string, flags: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const asked = text.trimStart().startsWith('{') ? parseWith(RecordShape, parseJson(text)) : { sentence: text };
  return { ...asked, ...Object.fromEntries(Object.entries(flags).filter(([, value]) => value !== undefined)) };
}
