import { OpenApiGeneratorV31, OpenAPIRegistry, type RouteConfig } from '@asteasolutions/zod-to-openapi';
import { isIdPart, type Operation } from './operation.js';
import { ProblemSchema } from './schemas.js';
import { z } from './zod.js';

const PROBLEM = {
  description: 'A problem (RFC 9457)',
  content: { 'application/problem+json': { schema: ProblemSchema } },
};

const BYTES = { 'application/octet-stream': { schema: { type: 'string' as const, format: 'binary' } } };

const ONCE = z.object({
  'idempotency-key': z
    .string()
    .optional()
    .describe('A key of your own for this change: sent again under it, it is not made again but answered the same.'),
});

const SEEN = ONCE.extend({
  'if-match': z
    .string()
    .optional()
    .describe('The revision of the study that you have seen: what was changed since is not changed again.'),
});

const json = (schema: z.ZodType) => ({ 'application/json': { schema } });

function paramsOf(path: string): z.ZodObject | undefined {
  const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name ?? '');
  if (names.length === 0) return undefined;
  return z.object(Object.fromEntries(names.map((name) => [name, isIdPart(name) ? z.int() : z.string()])));
}

function requestOf({ path, query, body, changes }: Operation): NonNullable<RouteConfig['request']> {
  const params = paramsOf(path);
  return {
    ...(params ? { params } : {}),
    ...(query instanceof z.ZodObject ? { query } : {}),
    ...(changes ? { headers: path.startsWith('/studies/{study}/') ? SEEN : ONCE } : {}),
    ...(body ? { body: { required: true, content: body === 'file' ? BYTES : json(body) } } : {}),
  };
}

function responsesOf({ summary, answer, status }: Operation): RouteConfig['responses'] {
  const content = typeof answer === 'string' ? { [answer]: { schema: z.string() } } : answer && json(answer);
  return {
    [status ?? (answer ? 200 : 204)]: { description: summary, ...(content ? { content } : {}) },
    default: PROBLEM,
  };
}

/** The OpenAPI 3.1 document of some operations, made from the same schemas that check what comes in. */
export function openApiDocument(operations: readonly Operation[], version: string): object {
  const registry = new OpenAPIRegistry();
  for (const operation of operations) {
    registry.registerPath({
      method: operation.method,
      path: `/api/v1${operation.path}`,
      operationId: operation.id,
      summary: operation.summary,
      request: requestOf(operation),
      responses: responsesOf(operation),
    });
  }
  return new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: { title: 'Hatch Count', version, description: 'Survey tables, tests and measures.' },
    servers: [{ url: '/' }],
  });
}
