import { type Code, isAnswer, MISSING_WORDS } from '../../codebook/types.js';
import { restGroup } from './everything-else.js';
import type { Regroup } from './shape.js';
import { and } from '../../words.js';
import { EVERYTHING_ELSE } from './parse.js';

type Told = Pick<Regroup, 'groups' | 'setAside' | 'unnamed' | 'missing' | 'blank'>;

/** Codes that stay as they are, blank among them where nothing else is said of it. */
function sayKept(codes: readonly string[]): string {
  return `${and(codes)} ${codes.length === 1 ? 'stays' : 'stay'} without an answer`;
}

/** What becomes of missing codes that no group names, and of blanks. */
function sayNoAnswers({ groups, missing = 'keep', blank }: Told, codes: readonly string[]): string[] {
  const kept = [...(missing === 'keep' ? codes : []), ...(blank ? [] : ['blank'])];
  const become = `${and(codes)} ${codes.length === 1 ? 'becomes' : 'become'}`;
  const parts = [
    codes.length > 0 && missing === 'one' ? `${become} one “no answer”` : '',
    codes.length > 0 && missing === 'blank' ? `${become} blank` : '',
    kept.length > 0 ? sayKept(kept) : '',
  ];
  if (blank && 'group' in blank)
    parts.push(`blank to ${groups.find(({ code }) => code === blank.group)?.label ?? blank.group}`);
  if (blank && 'missing' in blank) parts.push(`blank to “${MISSING_WORDS[blank.missing]}”`);
  return parts.filter((part) => part !== '');
}

/**
 * A regroup in one line that reads aloud.
 * @example
 * const codes = ['1', '2', '3'].map((code) => ({ code, label: code, missing: null }));
 * const groups = [{ code: 's', label: 'Satisfied', from: ['1', '2'] }];
 * sayRegroup({ kind: 'regroup', source: 1, groups, setAside: [], unnamed: 'own' }, codes);
 * // '1 and 2 to Satisfied; 3 keeps a group; blank stays without an answer.'
 */
export function sayRegroup(recipe: Told, source: readonly Code[]): string {
  const { groups, setAside, unnamed = 'left-over' } = recipe;
  const named = new Set([...groups.flatMap(({ from }) => from), ...setAside]);
  const unnamedCodes = source.filter(({ code }) => !named.has(code));
  const answers = unnamedCodes.filter((code) => isAnswer(code)).map(({ code }) => code);
  const missing = unnamedCodes.filter((code) => !isAnswer(code)).map(({ code }) => code);
  const aside = [...setAside, ...(unnamed === 'set-aside' ? answers : [])];
  const rest = restGroup(recipe);
  const parts = groups.map(({ label, from, code }) => {
    const of = [...from, ...(code === rest ? [EVERYTHING_ELSE] : [])];
    return `${of.length === 0 ? 'nothing' : and(of)} to ${label}`;
  });
  if (aside.length > 0) parts.push(`${and(aside)} set aside`);
  if (answers.length > 0 && unnamed === 'own')
    parts.push(answers.length === 1 ? `${and(answers)} keeps a group` : `${and(answers)} keep a group each`);
  if (answers.length > 0 && unnamed === 'left-over')
    parts.push(`${and(answers)} ${answers.length === 1 ? 'goes' : 'go'} nowhere`);
  return `${[...parts, ...sayNoAnswers(recipe, missing)].join('; ')}.`;
}
