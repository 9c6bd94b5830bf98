import { readdirSync, readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { docExamples } from './doc-examples.js';

type Exports = Record<string, unknown>;
type Evaluate = (...values: unknown[]) => unknown;

const CORE = new URL('../src/core/', import.meta.url);
const FILES = readdirSync(CORE, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !/\.(test|fixtures)\.ts$|assembly/.test(file))
  .sort();

const EXAMPLES = FILES.flatMap((file) =>
  docExamples(readFileSync(new URL(file, CORE), 'utf8')).map((example) => ({ file, ...example })),
);

/** What a text comes to, where everything that the house exports has its name. */
function evaluated(code: string, scope: Exports): unknown {
  const lines = code.replace(/;$/, '');
  const last = Math.max(lines.lastIndexOf(';\n') + 1, 0);
  const body = `"use strict"; { ${lines.slice(0, last)}\nreturn (${lines.slice(last)}); }`;
  // eslint-disable-next-line @typescript-eslint/no-implied-eval -- an example is code in a comment of this repository
  const run = new Function(...Object.keys(scope), body) as Evaluate;
  return run(...Object.values(scope));
}

/** Numbers as they are written in comments, to four figures; typed arrays as lists. */
function shown(value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toPrecision(4));
  if (Array.isArray(value)) return value.map(shown);
  if (ArrayBuffer.isView(value)) return Array.from(value as Float64Array, shown);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, field]) => [name, shown(field)]));
}

const exportsOf = (file: string) => import(/* @vite-ignore */ new URL(file, CORE).href) as Promise<Exports>;

describe('the examples in doc comments', () => {
  const everything: Exports = {};
  beforeAll(async () => {
    for (const file of FILES) Object.assign(everything, await exportsOf(file));
  });

  it('are there for the kernels', () => {
    const kernels = EXAMPLES.filter(({ file }) => /^(count|numerics|recode\/[\w-]+\/compute)/.test(file));
    expect(kernels.length).toBeGreaterThan(50);
  });

  it.each(EXAMPLES)('$file: $code', async ({ file, code, value }) => {
    const scope = { ...everything, ...(await exportsOf(file)) };
    expect(shown(evaluated(code, scope))).toEqual(shown(evaluated(value, {})));
  });
});
