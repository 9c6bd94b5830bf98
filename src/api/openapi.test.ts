import { describe, expect, it } from 'vitest';
import { MEASURE_IDS, TEST_IDS } from '../core/statistic/registry.js';
import { openApiDocument } from './openapi.js';
import { OPERATIONS } from './operations/registry.js';

interface Schema {
  description?: string;
  $ref?: string;
  properties?: Record<string, Schema>;
  items?: Schema;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
}

const { components } = openApiDocument(OPERATIONS, '0') as { components: { schemas: Record<string, Schema> } };
const nameOf = (ref: string) => ref.replace('#/components/schemas/', '');

/** Fields under a schema, each with what is said of it (its own words, or those of the schema that it refers to). */
function fields(name: string, path: string, schema: Schema, seen: Set<string>): [string, string | undefined][] {
  if (schema.$ref !== undefined) {
    const next = nameOf(schema.$ref);
    if (seen.has(next)) return [];
    seen.add(next);
    return fields(next, next, components.schemas[next] ?? {}, seen);
  }
  const inner = [schema.items, ...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])];
  return [
    ...Object.entries(schema.properties ?? {}).flatMap(([key, value]): [string, string | undefined][] => {
      const own = value.description ?? value.allOf?.find((part) => part.description)?.description;
      const referred = value.$ref === undefined ? undefined : components.schemas[nameOf(value.$ref)]?.description;
      return [[`${path}.${key}`, own ?? referred], ...fields(name, `${path}.${key}`, value, seen)];
    }),
    ...inner.flatMap((part) => (part ? fields(name, path, part, seen) : [])),
  ];
}

describe('the OpenAPI document', () => {
  const document = openApiDocument(OPERATIONS, '1.2.3') as {
    info: { version: string };
    paths: Record<string, Record<string, { operationId: string; responses: object }>>;
    components: { schemas: object };
  };
  it('names every operation once, and a problem for each', () => {
    const operations = Object.values(document.paths).flatMap((path) => Object.values(path));
    expect(new Set(operations.map(({ operationId }) => operationId)).size).toBe(operations.length);
    for (const { responses } of operations) expect(responses).toHaveProperty('default');
    expect(document.info.version).toBe('1.2.3');
  });
  it('describes the shapes by name', () => {
    for (const name of ['AssessRequest', 'Assessment', 'Sentence', 'Recipe', 'Proof', 'Problem', 'CodebookFile']) {
      expect(document.components.schemas).toHaveProperty(name);
    }
  });

  it.each(['AssessRequest', 'Assessment'])('describes every field of %s', (name) => {
    const undescribed = fields(name, name, { $ref: `#/components/schemas/${name}` }, new Set());
    expect(undescribed.length).toBeGreaterThan(20);
    expect(undescribed.filter(([, text]) => text === undefined).map(([path]) => path)).toEqual([]);
  });

  it('lists every test and every measure by its id', () => {
    const { tests, measures } = components.schemas['Assessment']?.properties ?? {};
    expect(Object.keys(tests?.properties ?? {})).toEqual([...TEST_IDS]);
    expect(Object.keys(measures?.properties ?? {})).toEqual([...MEASURE_IDS]);
  });
});
