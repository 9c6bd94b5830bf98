import { request as httpRequest } from 'node:http';
import { call, type Server } from '../server.js';
import type { Chance } from './chance.js';
import { type Verdict, wrongWith } from './verdict.js';

/** What of the OpenAPI document is needed to ask for something. */
export interface Described {
  paths: Record<string, Record<string, { requestBody?: { content: Record<string, { schema: Schema }> } }>>;
  components: { schemas: Record<string, Schema> };
}

interface Schema {
  $ref?: string;
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
}

/** What a server says of its API. */
export async function describedBy(server: Server): Promise<Described> {
  return (await call<Described>(server, 'GET', '/openapi.json')).body;
}

/** Values that fit nothing, or too much. */
const ODD: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1e308,
  1.5,
  2 ** 53,
  '',
  'x'.repeat(3000),
  '\u0000',
  '\u202eabc',
  '=cmd|x',
  '../../etc/passwd',
  '<script>alert(1)</script>',
  '__proto__',
  [],
  [[]],
  {},
  { __proto__: null, constructor: 1 },
  Array.from({ length: 2000 }, () => 1),
];

const DEEPEST = 6;

/** A value as a schema describes it, here and there something else. */
function valueOf(schema: Schema, all: Described['components']['schemas'], chance: Chance, depth = 0): unknown {
  const { upTo, pick } = chance;
  if (upTo(11) === 0) return pick(ODD);
  if (schema.$ref) return valueOf(all[schema.$ref.split('/').at(-1)!] ?? {}, all, chance, depth);
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return valueOf(pick(choices), all, chance, depth);
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((part) => valueOf(part, all, chance, depth)));
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return pick(schema.enum);
  const type = Array.isArray(schema.type) ? pick(schema.type) : schema.type;
  if (type === 'integer') return pick([1, 2, 3, 5, 8, 13, 40, 0, -1]);
  if (type === 'number') return pick([0, 1, 2.5, 30, -4]);
  if (type === 'boolean') return upTo(1) === 0;
  if (type === 'string') return pick(['1', '2', 'site', 'Satisfaction by Site', 'a', 'é', '2026-01-01', 'x + 1']);
  if (type === 'array')
    return Array.from({ length: depth > DEEPEST ? 0 : upTo(3) }, () =>
      valueOf(schema.items ?? {}, all, chance, depth + 1),
    );
  if (depth > DEEPEST) return {};
  const names = Object.keys(schema.properties ?? {});
  const kept = names.filter((name) => (schema.required?.includes(name) ? upTo(30) > 0 : upTo(2) > 0));
  const entries = kept.map((name) => [name, valueOf(schema.properties![name]!, all, chance, depth + 1)] as const);
  if (upTo(30) === 0) entries.push(['unheard', 1]);
  return Object.fromEntries(entries);
}

export interface Attack {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string | null;
}

/** Operations that would take the study under attack away, or stop the siege for long. */
const LEFT_OUT = [
  /^delete \/api\/v1\/studies\/\{study\}$/,
  /\/copy$/,
  /\/backups$/,
  /\/intakes$/,
  /\/backup$/,
  /\/data$/,
];

/** Something to ask for, made from the document: mostly well-formed, mostly wrong. */
export function attackFrom({ paths, components }: Described, study: string, chance: Chance): Attack {
  const { upTo, pick } = chance;
  const all = Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => ({ path, method })),
  );
  const { path, method } = pick(all.filter(({ path: p, method: m }) => !LEFT_OUT.some((out) => out.test(`${m} ${p}`))));
  const part = (name: string) => {
    if (name === 'study' && upTo(9) > 0) return study;
    return encodeURIComponent(
      pick(['1', '2', '7', '40', '0', '-1', 'x', '..', '%', '\u0000', study, '9'.repeat(40), '__proto__']),
    );
  };
  const address = path.replace(/\{(\w+)\}/g, (_, name: string) => part(name));
  const query =
    upTo(5) === 0
      ? `?${pick(['as=x', 'file=%00', 'rows=1&rows=2', 'sentence={', 'shares=1,2', '%ff', 'a'.repeat(5000)])}`
      : '';
  const schema = paths[path]![method]!.requestBody?.content['application/json']?.schema;
  const text = schema ? JSON.stringify(valueOf(schema, components.schemas, chance)) : null;
  const cut = text !== null && upTo(40) === 0 ? text.slice(0, upTo(text.length)) : text;
  const headers: Record<string, string> = {};
  if (cut !== null) headers['content-type'] = upTo(50) === 0 ? 'text/plain' : 'application/json';
  if (upTo(20) === 0) headers['if-match'] = pick(['"1"', '*', 'x', '"99999999999999999999"', '"-1"']);
  if (upTo(20) === 0) headers['idempotency-key'] = pick(['"abcdefgh"', 'x', '\u00e9'.repeat(10), 'a'.repeat(300)]);
  return {
    method: upTo(60) === 0 ? pick(['PUT', 'OPTIONS', 'TRACE', 'HEAD', 'PATCH']) : method.toUpperCase(),
    path:
      upTo(80) === 0
        ? pick(['//x', '/%ff', '/api/v1/%00', '/_image?href=x', `/${'a'.repeat(20_000)}`])
        : address + query,
    headers,
    body: cut,
  };
}

/** Sends a request as it is, odd bytes and all. */
export function sendAttack({ address }: Server, { method, path, headers, body }: Attack): Promise<Verdict> {
  const { hostname, port } = new URL(address);
  const started = performance.now();
  return new Promise((resolve) => {
    const asked = httpRequest({ hostname, port, method, path, headers, agent: false }, (response) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () => {
        const text = Buffer.concat(parts).toString('utf8');
        const type = response.headers['content-type'] ?? '';
        const status = response.statusCode ?? 0;
        const isJson = type.includes('json') && text !== '';
        // What Node itself refuses, before we hear of it, has no words of ours.
        const isNodes = status === 400 && text === '' && type === '';
        const isHead = method === 'HEAD' || isNodes || status === 431;
        const json: unknown = isJson ? JSON.parse(text) : text;
        const wrong = isHead && status !== 500 ? null : wrongWith(status, type, json, performance.now() - started);
        resolve({ as: String(status), wrong: wrong && `${wrong} (${method} ${path.slice(0, 200)})` });
      });
    });
    asked.on('error', (error) =>
      resolve({ as: 'no answer', wrong: `${error.message} (${method} ${path.slice(0, 200)})` }),
    );
    asked.end(body ?? undefined);
  });
}
