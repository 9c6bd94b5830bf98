import { titleOf, type Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';
import type { Test } from '../count/filter.js';
import { findVariable } from './find-variable.js';
import { type Condition, MENTIONS, type Sentence, sentenceOf } from './sentence.js';

/** Words that begin the parts of a sentence, in whatever order they come. */
const PARTS = ['by', 'within', 'only where', 'weighted by'] as const;
type Part = (typeof PARTS)[number];

interface Cut {
  part: Part | 'rows';
  text: string;
}

const NUMBER = String.raw`[+\-−]?\d+(?:\.\d+)?`;
const number = (text: string | undefined) => Number((text ?? '').replace('−', '-'));

/** Names and labels, the longest first, so that a label that contains another is found whole. */
const titles = (variables: readonly Variable[]) =>
  [...new Set(variables.flatMap((variable) => [titleOf(variable), variable.name]))].sort((a, b) => b.length - a.length);

/** How much of a text from `at` on is a name or a label of the study; 0 where none is. */
function nounAt(text: string, at: number, names: readonly string[]): number {
  const rest = text.slice(at).toLocaleLowerCase('en');
  const found = names.find((name) => {
    if (!rest.startsWith(name.toLocaleLowerCase('en'))) return false;
    const next = rest[name.length];
    return next === undefined || !/[\p{L}\p{N}_]/u.test(next);
  });
  return found?.length ?? 0;
}

/** Cuts a sentence at its words, but not inside a name. */
function cut(text: string, names: readonly string[]): Cut[] {
  const cuts: Cut[] = [];
  let part: Cut['part'] = 'rows';
  let from = 0;
  const close = (end: number) =>
    cuts.push({
      part,
      text: text
        .slice(from, end)
        .replace(/[\s,]+$/u, '')
        .trim(),
    });
  for (let at = 0; at < text.length;) {
    const begins = at === 0 || /[\s,]/u.test(text[at - 1] ?? '');
    const noun = begins ? nounAt(text, at, names) : 0;
    if (noun > 0) {
      at += noun;
      continue;
    }
    const word = begins ? PARTS.find((one) => text.slice(at).toLowerCase().startsWith(`${one} `)) : undefined;
    if (word && at > 0) {
      close(at);
      part = word;
      at += word.length;
      from = at;
    } else at++;
  }
  close(text.length);
  return cuts;
}

/** "A, B or C", with labels that may hold commas and "or" themselves: the longest that fit. */
function codesIn(text: string, { codes, name }: Variable, title: string): string[] {
  const labels = [...codes].sort((a, b) => b.label.length - a.label.length);
  const found: string[] = [];
  let rest = text.trim();
  while (rest !== '') {
    const low = rest.toLocaleLowerCase('en');
    const fits = (word: string) =>
      word !== '' && low.startsWith(word.toLocaleLowerCase('en')) && /^($|[\s,])/u.test(rest.slice(word.length));
    const code = labels.find(({ label, code: own }) => fits(label) || fits(own));
    if (!code) {
      const has = codes
        .slice(0, 12)
        .map(({ label, code: own }) => label || own)
        .join(', ');
      throw new Fault('not-found', `${title} has no category “${rest.slice(0, 60)}”.`, `It has ${has}.`, {
        field: 'only',
        variable: name,
      });
    }
    found.push(code.code);
    rest = rest
      .slice(fits(code.label) ? code.label.length : code.code.length)
      .replace(/^(\s*,\s*(?:or|and)\s|\s*,|\s+(?:or|and)\s)/iu, '')
      .trim();
  }
  return found;
}

/** One condition after its variable: "is A or B", "60 and over", "mentions at least 2 of A and B". */
function testIn(said: string, variable: Variable): Test {
  const title = titleOf(variable);
  // A number can be said to be 18 to 64; a category may be called so.
  const words = variable.level === 'number' ? said.replace(/^is (?=[^]* (?:to|and over)|up to)/u, '') : said;
  const between = new RegExp(`^(${NUMBER}) to (${NUMBER})$`, 'u').exec(words);
  if (between) return { is: 'between', from: number(between[1]), to: number(between[2]) };
  const over = new RegExp(`^(${NUMBER}) and over$`, 'u').exec(words);
  if (over) return { is: 'between', from: number(over[1]), to: null };
  const upTo = new RegExp(`^up to (${NUMBER})$`, 'u').exec(words);
  if (upTo) return { is: 'between', from: null, to: number(upTo[1]) };
  const least = /^mentions at least (\d+)(?: of (.+))?$/u.exec(words);
  if (least)
    return { is: 'at-least', least: Number(least[1]), codes: least[2] ? codesIn(least[2], variable, title) : [] };
  const plain = /^(is not|is|does not mention|mentions) (.+)$/su.exec(words);
  if (!plain) {
    throw new Fault(
      'invalid',
      `What ${title} is to be is not said: “${words.slice(0, 60)}”.`,
      'Write “is A or B”, “60 and over”, “18 to 64”, or “mentions A”.',
      { field: 'only', variable: variable.name },
    );
  }
  const is = plain[1] === 'is' || plain[1] === 'mentions' ? 'any-of' : 'none-of';
  return { is, codes: codesIn(plain[2] ?? '', variable, title) };
}

/** "Age 60 and over and Site is North": conditions joined by and, cut where a variable begins. */
function conditionsIn(text: string, variables: readonly Variable[], names: readonly string[]): Condition[] {
  const starts: number[] = [];
  for (let at = 0; at < text.length; at++) {
    const first = at === 0 || /\band\s+$/iu.test(text.slice(0, at));
    const length = first ? nounAt(text, at, names) : 0;
    if (length === 0) continue;
    starts.push(at);
    at += length;
  }
  if (starts[0] !== 0) findVariable(variables, /^\S+/u.exec(text)?.[0] ?? text, 'only');
  return starts.map((at, k) => {
    const piece = text.slice(at, starts[k + 1]).replace(k + 1 < starts.length ? /\s+and\s+$/iu : /\s+$/u, '');
    const variable = findVariable(variables, piece.slice(0, nounAt(piece, 0, names)), 'only');
    return { variable: variable.id, ...testIn(piece.slice(nounAt(piece, 0, names)).trim(), variable) };
  });
}

const PLACES = new Map(
  MENTIONS.map((mention) => [
    { any: 'any mention', first: 'first mention', rank: 'average place of mention' }[mention],
    mention,
  ]),
);

/**
 * Reads a sentence as it is printed: "Satisfaction by Site, within Season, only where Age 60 and over, weighted by
 * Survey weight". Variables by name or label, categories by label or code.
 * @throws Fault naming what is not of the study
 */
export function parseSentence(text: string, variables: readonly Variable[]): Sentence {
  const names = titles(variables);
  const [rows, ...parts] = cut(text.trim(), names);
  const noun = rows?.text ?? '';
  const mention = [...PLACES].find(([words]) => noun.toLowerCase().endsWith(`, ${words}`));
  const called = mention ? noun.slice(0, -mention[0].length - 2) : noun;
  if (called.trim() === '')
    throw new Fault(
      'invalid',
      'The sentence names no variable.',
      'Begin with what goes down, such as “Satisfaction by Site”.',
      { field: 'sentence' },
    );
  const sentence = sentenceOf(findVariable(variables, called, 'rows').id, mention ? { mention: mention[1] } : {});
  const twice = parts.find(({ part }, k) => parts.findIndex((one) => one.part === part) < k);
  if (twice)
    throw new Fault(
      'invalid',
      `“${twice.part}” stands twice in the sentence.`,
      'Join conditions by and; a table has one of the others.',
      { field: 'sentence' },
    );
  return parts.reduce<Sentence>((so, { part, text: words }) => {
    if (part === 'only where') return { ...so, only: conditionsIn(words, variables, names) };
    const field = part === 'weighted by' ? 'weight' : part === 'within' ? 'within' : 'by';
    return { ...so, [field]: findVariable(variables, words, field).id };
  }, sentence);
}
