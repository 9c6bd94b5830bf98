import type { JsonText } from '../service/json-text.js';
import type { Service, OpenStudy } from '../service/context.js';
import type { SignedIn } from '../service/team/sessions.js';
import type { Need } from './need.js';
import type { z } from './zod.js';

const ID_PARTS = [
  'variable',
  'working',
  'table',
  'list',
  'entry',
  'binder',
  'frozen',
  'person',
  'invitation',
  'session',
  'share',
  'offer',
] as const;

/** Whether a part of a path is an id, a whole number from 1. Any other part is text. */
export const isIdPart = (name: string) => (ID_PARTS as readonly string[]).includes(name);

type NamesIn<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never;

/**
 * The parts of a path by name.
 * @example ParamsOf<'/studies/{study}/variables/{variable}'> // { study: string; variable: number }
 */
export type ParamsOf<Path extends string> = {
  [Name in NamesIn<Path>]: Name extends (typeof ID_PARTS)[number] ? number : string;
};

/** What is given out may be read only, deep down. */
export type ReadOnly<T> = T extends (infer Item)[]
  ? readonly ReadOnly<Item>[]
  : T extends object
    ? { readonly [Key in keyof T]: ReadOnly<T[Key]> }
    : T;

/** What an operation answers with: what its schema describes; a file as it is; or nothing. */
type AnswerOf<Answer> = Answer extends z.ZodType
  ? ReadOnly<z.input<Answer>> | JsonText
  : Answer extends string
    ? Response
    : unknown;

type ParsedBy<Schema> = Schema extends z.ZodType ? z.output<Schema> : undefined;

/** What an operation works with. */
export interface Call<Path extends string = string, Body = unknown, Query = unknown> {
  service: Service;
  /** Of the path, by name. */
  params: ParamsOf<Path>;
  /** The study in the path, open; where the operation changes it, as whoever asks has seen it. */
  readonly study: OpenStudy;
  body: Body;
  /** Of a large body: its bytes, which nobody looked at yet. */
  sent: Uint8Array;
  query: Query;
  request: Request;
  /** Who asks, where several people use the server; null: nobody is signed in, or there is one person alone. */
  signedIn: SignedIn | null;
  /** The address from which it is asked. */
  address: string;
  /** Where a cookie is set for. */
  place: { port: number; secure: boolean };
  /** Headers that go out with the answer. */
  outgoing: Headers;
}

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

type BodySchema = z.ZodType | 'file' | undefined;
type AnswerSchema = z.ZodType | string | undefined;

/** An operation of the API. Its page, its part of the OpenAPI document and the types of its callers follow from it. */
export interface Operation<
  Path extends string = string,
  Body extends BodySchema = BodySchema,
  Query extends z.ZodType | undefined = z.ZodType | undefined,
  Answer extends AnswerSchema = AnswerSchema,
  Verb extends Method = Method,
  Parsed = ParsedBy<Body>,
  Changes extends boolean = boolean,
> {
  readonly id: string;
  readonly method: Verb;
  /** Under /api/v1, its parts in braces. */
  readonly path: Path;
  readonly summary: string;
  /** Whether something is another after it. Of what is in a study, `If-Match` is heeded then. */
  readonly changes?: Changes;
  /** What whoever asks must be, where it is not what `needOf` says of its path. */
  readonly needs?: Need;
  /** It shows or hands out respondents one by one, or what they answered in words. */
  readonly showsRows?: boolean;
  /** It is of the study as a whole, and not of somebody's own layer over it; so is what its owner alone may do. */
  readonly common?: boolean;
  /** Whether it is written into the audit log, where that does not follow from what it does. */
  readonly audited?: boolean;
  /** The schema of what stands behind the question mark. */
  readonly query?: Query;
  /** The schema of a JSON body; `file`: any bytes. */
  readonly body?: Body;
  /** A parser that says better than the schema what is wrong with a body. */
  readonly parse?: (input: unknown) => Parsed;
  /** The body may be large: it is not read here, and `sent` of the call has its bytes for a thread that does. */
  readonly large?: boolean;
  /** The schema of a JSON answer; a media type: a file; absent: nothing is answered. */
  readonly answer?: Answer;
  /** Of an answer; 200, or 204 where nothing is answered. */
  readonly status?: number;
  work(call: Call<Path, Parsed, ParsedBy<Query>>): AnswerOf<Answer> | Promise<AnswerOf<Answer>>;
}

/**
 * An operation, whose work is given what its own schemas parsed, and answers what they describe.
 * @example operation({ id: 'listBin', method: 'get', path: '/bin', summary: 'Studies in the bin',
 *   answer: z.array(BinnedStudySchema), work: ({ service }) => listBin(service) })
 */
export function operation<
  const Path extends string,
  const Verb extends Method,
  const Body extends BodySchema = undefined,
  const Query extends z.ZodType | undefined = undefined,
  const Answer extends AnswerSchema = undefined,
  Parsed = ParsedBy<Body>,
  const Changes extends boolean = false,
>(
  record: Operation<Path, Body, Query, Answer, Verb, Parsed, Changes>,
): Operation<Path, Body, Query, Answer, Verb, Parsed, Changes> {
  return record;
}
