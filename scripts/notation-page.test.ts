import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { formatText } from '../src/core/notation/format-text.js';
import { parseStudy } from '../src/core/notation/parse-study.js';
import { sayGrammar } from '../src/core/notation/say-grammar.js';
import { NOTATION_EXAMPLE, NOTATION_PAGE, notationPage } from './notation-page.js';

const example = readFileSync(NOTATION_EXAMPLE, 'utf8');

it('is what the forms say', async () => {
  expect(readFileSync(NOTATION_PAGE, 'utf8')).toBe(await notationPage());
});

it('has an example that is read, and is in normal form with its comments', () => {
  const parsed = parseStudy(example);
  expect(parsed.problems).toEqual([]);
  expect(formatText(parsed)).toBe(example);
});

it('has an example of every line', () => {
  const lines = sayGrammar().flatMap(({ head, lines: under }) => [head, ...under.map(({ text }) => text)]);
  const firstWords = lines.flatMap((line) => /^"([^"]+)"/u.exec(line)?.[1] ?? []);
  expect(firstWords.filter((words) => !example.includes(words))).toEqual([]);
});
