import { whole } from '../figures.js';
import { type Code, isAnswer } from '../codebook/types.js';
import { Fault } from '../fault.js';
import { codeSpace, giveAll } from './code-space.js';
import { restGroup, withEverythingElse } from './everything-else.js';
import { checkCodes, checkLabels, ownLabel } from './labels.js';
import type { Finding, Made, Proof, Regroup } from './types.js';

/** What the codes of special outcomes are called, where no group has that name. */
const LEFT_OVER = 'left-over';
const NO_ANSWER = 'no-answer';
const WAS_BLANK = 'was-blank';

/** What respondents of one code of the source hold, and what becomes of them. */
interface Fate {
  old: Code;
  /** The new code; null stays blank. */
  to: string | null;
  how: How;
}
type How = 'grouped' | 'own' | 'revived' | 'kept-missing' | 'set-aside' | 'left-over';

/** Checks what no data can mend: no groups, a group without a name, two groups of one name. */
export function checkRegroup(recipe: Regroup): void {
  if (recipe.groups.length === 0) {
    throw new Fault('invalid', 'The regroup has no groups.', 'Make at least one group.', { field: 'groups' });
  }
  checkLabels(recipe.groups, 'Group', 'groups');
  checkCodes(recipe.groups, 'Group', 'groups');
  const { blank } = recipe;
  const rest = restGroup(recipe);
  if (rest !== null && !recipe.groups.some(({ code }) => code === rest)) {
    throw new Fault(
      'invalid',
      `Everything else would go to a group ${rest}, which there is not.`,
      'Choose one of the groups.',
      { field: 'unnamed' },
    );
  }
  if (blank && 'group' in blank && !recipe.groups.some(({ code }) => code === blank.group)) {
    throw new Fault(
      'invalid',
      `Blanks would go to a group ${blank.group}, which there is not.`,
      'Choose one of the groups.',
      { field: 'blank' },
    );
  }
}

/** What becomes of an old code, whatever it will be called. */
function howOf(recipe: Regroup, old: Code): How {
  if (recipe.groups.some(({ from }) => from.includes(old.code))) return isAnswer(old) ? 'grouped' : 'revived';
  if (!isAnswer(old)) return 'kept-missing';
  if (recipe.setAside.includes(old.code) || recipe.unnamed === 'set-aside') return 'set-aside';
  return recipe.unnamed === 'own' ? 'own' : 'left-over';
}

/** What becomes of each old code, and what a blank is called that is given a reason; no code is given twice. */
function fates(recipe: Regroup, source: readonly Code[]): { all: Fate[]; blank: string | null } {
  const named = new Set(recipe.groups.map(({ code }) => code));
  const space = codeSpace(named);
  const how = new Map(source.map((old) => [old.code, howOf(recipe, old)]));
  const keeps = source.filter(({ code }) => {
    const fate = how.get(code);
    return fate === 'own' || fate === 'set-aside' || (fate === 'kept-missing' && (recipe.missing ?? 'keep') === 'keep');
  });
  const olds = keeps.map(({ code }) => ({ code, missing: how.get(code) !== 'own' }));
  const given = giveAll(space, olds, named);
  const once = new Map<string, string>();
  const special = (name: string) => {
    const known = once.get(name) ?? space.give(name);
    once.set(name, known);
    return known;
  };
  const to = (old: Code): string | null => {
    const fate = how.get(old.code);
    if (fate === 'grouped' || fate === 'revived')
      return recipe.groups.find(({ from }) => from.includes(old.code))?.code ?? null;
    if (fate === 'left-over') return special(LEFT_OVER);
    if (fate === 'kept-missing' && recipe.missing === 'blank') return null;
    if (fate === 'kept-missing' && recipe.missing === 'one') return special(NO_ANSWER);
    return given.get(old.code) ?? null;
  };
  const all = source.map((old): Fate => ({ old, to: to(old), how: how.get(old.code) ?? 'left-over' }));
  const { blank } = recipe;
  return { all, blank: !blank ? null : 'group' in blank ? blank.group : space.give(WAS_BLANK) };
}

/**
 * What a regroup makes of a code list.
 * @param source every code of the source, also those that only the data has
 * @returns the new variable's level and codes, and for each old code the new one
 */
export function regroup(
  told: Regroup,
  source: readonly Code[],
): Made & { map: Map<string, string | null>; blank: string | null } {
  const recipe = withEverythingElse(told, source);
  const { all, blank } = fates(recipe, source);
  const codes: Code[] = recipe.groups.map(({ code, label }) => ({ code, label: label.trim(), missing: null }));
  for (const { old, to, how } of all) {
    if (to === null || codes.some(({ code }) => code === to)) continue;
    if (how === 'own') codes.push({ code: to, label: ownLabel(old, recipe.groups), missing: null });
    if (how === 'kept-missing' && recipe.missing === 'one')
      codes.push({ code: to, label: 'No answer', missing: 'other' });
    else if (how === 'kept-missing') codes.push({ code: to, label: old.label, missing: old.missing });
    if (how === 'set-aside') codes.push({ code: to, label: old.label, missing: 'other' });
    if (how === 'left-over') codes.push({ code: to, label: 'Left over by the regroup', missing: 'other' });
  }
  if (blank !== null && recipe.blank && 'missing' in recipe.blank)
    codes.push({ code: blank, label: 'Blank', missing: recipe.blank.missing });
  // Answers stand before what is none, wherever they came from.
  codes.sort((a, b) => Number(!isAnswer(a)) - Number(!isAnswer(b)));
  return { level: recipe.level, codes, blank, map: new Map(all.map(({ old, to }) => [old.code, to])) };
}

function list(codes: readonly { code: string; label: string }[]): string {
  return codes.map(({ code, label }) => (label === '' || label === code ? code : `${code} ${label}`)).join(', ');
}

/**
 * Old against new, on the data.
 * @param counts respondents by old code
 * @param blank respondents with nothing in the column
 */
export function proveRegroup(
  told: Regroup,
  source: readonly Code[],
  counts: ReadonlyMap<string, number>,
  blank: number,
): Proof {
  const recipe = withEverythingElse(told, source);
  const { all, blank: blankTo } = fates(recipe, source);
  const made = regroup(recipe, source);
  const respondentsOf = (fate: Fate) => counts.get(fate.old.code) ?? 0;
  const sum = (part: readonly Fate[]) => part.reduce((total, fate) => total + respondentsOf(fate), 0);
  const how = (...kinds: Fate['how'][]) => all.filter((fate) => kinds.includes(fate.how));
  const olds = (part: readonly Fate[]) => part.map(({ old }) => old);

  const leftOver = how('left-over');
  const madeBlank = recipe.missing === 'blank' ? how('kept-missing') : [];
  const doubled = source.filter(({ code }) => recipe.groups.filter(({ from }) => from.includes(code)).length > 1);
  const both = source.filter(
    ({ code }) => recipe.setAside.includes(code) && recipe.groups.some(({ from }) => from.includes(code)),
  );
  const unknown = recipe.groups.flatMap(({ from }) => from.filter((code) => !source.some((old) => old.code === code)));
  const revived = how('revived');
  const setAside = how('set-aside');
  const into = (code: string) => sum(all.filter((fate) => fate.to === code)) + (blankTo === code ? blank : 0);
  const empty = recipe.groups.filter(({ code }) => into(code) === 0);

  const answersBefore = sum(all.filter(({ old }) => isAnswer(old)));
  const filledIn = recipe.blank && 'group' in recipe.blank ? recipe.blank.group : null;
  const answersAfter = sum(how('grouped', 'own', 'revived')) + (filledIn === null ? 0 : blank);
  const withoutBefore = sum(all.filter(({ old }) => !isAnswer(old))) + blank;
  const withoutAfter = sum(how('kept-missing', 'set-aside', 'left-over')) + (filledIn === null ? blank : 0);
  const moved = sum(setAside) + sum(leftOver) - sum(revived) - (filledIn === null ? 0 : blank);
  const reconciled = answersBefore - moved === answersAfter && withoutBefore + moved === withoutAfter;

  const findings: Finding[] = [
    {
      id: 'covered',
      holds: leftOver.length === 0,
      title: 'Covered',
      text:
        leftOver.length === 0
          ? `All ${all.length} codes go somewhere.`
          : `${all.length - leftOver.length} of ${all.length} codes go somewhere.`,
      codes: [],
    },
    {
      id: 'left-over',
      holds: leftOver.length === 0,
      title: 'Left over',
      text:
        leftOver.length === 0
          ? 'None.'
          : `${list(olds(leftOver))} ${leftOver.length === 1 ? 'is' : 'are'} in no group: ` +
            `${whole(sum(leftOver))} respondents would lose their answer. Put ` +
            `${leftOver.length === 1 ? 'it' : 'them'} in a group, or set ` +
            `${leftOver.length === 1 ? 'it' : 'them'} aside.`,
      codes: leftOver.map(({ old }) => old.code),
    },
    {
      id: 'doubled',
      holds: doubled.length + both.length === 0,
      title: 'Doubled',
      text:
        doubled.length + both.length === 0
          ? 'No code goes to two groups.'
          : `${list([...doubled, ...both])} ${doubled.length + both.length === 1 ? 'is' : 'are'} named twice; ` +
            'the first group that names a code takes it.',
      codes: [...doubled, ...both].map(({ code }) => code),
    },
    {
      id: 'revived',
      holds: revived.length === 0,
      title: 'Revived',
      text:
        revived.length === 0
          ? 'No missing code became an answer.'
          : `${list(olds(revived))} ` +
            (revived.length === 1
              ? 'is a missing code and becomes an answer'
              : 'are missing codes and become answers') +
            ` for ${whole(sum(revived))} respondents.`,
      codes: revived.map(({ old }) => old.code),
    },
    {
      id: 'made-missing',
      holds: true,
      title: 'Made missing',
      text:
        setAside.length === 0
          ? 'No answer was set aside.'
          : `${list(olds(setAside))} ${setAside.length === 1 ? 'was' : 'were'} set aside: ` +
            `${whole(sum(setAside))} respondents, by choice.`,
      codes: setAside.map(({ old }) => old.code),
    },
    ...(filledIn !== null && blank > 0
      ? [
          {
            id: 'revived' as const,
            holds: true,
            title: 'Blanks',
            text:
              `${whole(blank)} blank ${blank === 1 ? 'becomes' : 'become'} ` +
              `${recipe.groups.find(({ code }) => code === filledIn)?.label ?? filledIn}, by choice.`,
            codes: [],
          },
        ]
      : []),
    ...(madeBlank.length > 0
      ? [
          {
            id: 'made-missing' as const,
            holds: true,
            title: 'Reasons',
            text:
              `${list(olds(madeBlank))} ${madeBlank.length === 1 ? 'becomes' : 'become'} blank: why ` +
              `${whole(sum(madeBlank))} respondents gave no answer is no longer told, by choice.`,
            codes: madeBlank.map(({ old }) => old.code),
          },
        ]
      : []),
    ...(empty.length + unknown.length > 0
      ? [
          {
            id: 'empty' as const,
            holds: unknown.length === 0,
            title: 'Empty',
            text:
              unknown.length > 0
                ? `The source has no code ${unknown.join(', ')}.`
                : `Nobody is in ${empty.map(({ label }) => label).join(', ')}.`,
            codes: unknown,
          },
        ]
      : []),
    {
      id: 'reconciled',
      holds: reconciled,
      title: 'Reconciled',
      text:
        `${whole(answersBefore)} answers before, ${whole(answersAfter)} after; ${whole(withoutBefore)} without ` +
        `before, ${whole(withoutAfter)} after.`,
      codes: [],
    },
  ];

  const columns = [
    ...made.codes.filter(isAnswer).map(({ code, label }) => ({ code, label, missing: false })),
    { code: '', label: 'No answer', missing: true },
  ].map((column) => ({
    ...column,
    respondents: column.missing ? withoutAfter : into(column.code),
  }));
  const rowOf = (code: string, label: string, missing: boolean, respondents: number, to: string | null) => ({
    code,
    label,
    missing,
    respondents,
    went: columns.map((column) =>
      (column.missing ? !made.codes.some((one) => one.code === to && isAnswer(one)) : column.code === to)
        ? respondents
        : 0,
    ),
  });
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns,
    rows: [
      ...all.map((fate) => rowOf(fate.old.code, fate.old.label, !isAnswer(fate.old), respondentsOf(fate), fate.to)),
      rowOf('', 'Blank', true, blank, made.blank),
    ],
    respondents: sum(all) + blank,
  };
}
