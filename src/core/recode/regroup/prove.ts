import { coveredFinding, leftOverFinding } from '../findings.js';
import { whole } from '../../figures.js';
import { type Code, isAnswer } from '../../codebook/types.js';
import { withEverythingElse } from './everything-else.js';
import { type Finding, type Proof } from '../proof-shape.js';
import type { Regroup } from './shape.js';
import { type CodeOutcome, codeOutcomes, regroup } from './compute.js';

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
  const { all, blank: blankTo } = codeOutcomes(recipe, source);
  const result = regroup(recipe, source);
  const respondentsOf = (outcome: CodeOutcome) => counts.get(outcome.old.code) ?? 0;
  const sum = (part: readonly CodeOutcome[]) => part.reduce((total, outcome) => total + respondentsOf(outcome), 0);
  const how = (...kinds: CodeOutcome['how'][]) => all.filter((outcome) => kinds.includes(outcome.how));
  const oldCodes = (part: readonly CodeOutcome[]) => part.map(({ old }) => old);

  const leftOver = how('left-over');
  const madeBlank = recipe.missing === 'blank' ? how('kept-missing') : [];
  const doubled = source.filter(({ code }) => recipe.groups.filter(({ from }) => from.includes(code)).length > 1);
  const both = source.filter(
    ({ code }) => recipe.setAside.includes(code) && recipe.groups.some(({ from }) => from.includes(code)),
  );
  const unknown = recipe.groups.flatMap(({ from }) => from.filter((code) => !source.some((old) => old.code === code)));
  const revived = how('revived');
  const setAside = how('set-aside');
  const into = (code: string) => sum(all.filter((outcome) => outcome.to === code)) + (blankTo === code ? blank : 0);
  const empty = recipe.groups.filter(({ code }) => into(code) === 0);

  const answersBefore = sum(all.filter(({ old }) => isAnswer(old)));
  const filledIn = recipe.blank && 'group' in recipe.blank ? recipe.blank.group : null;
  const answersAfter = sum(how('grouped', 'own', 'revived')) + (filledIn === null ? 0 : blank);
  const withoutBefore = sum(all.filter(({ old }) => !isAnswer(old))) + blank;
  const withoutAfter = sum(how('kept-missing', 'set-aside', 'left-over')) + (filledIn === null ? blank : 0);
  const moved = sum(setAside) + sum(leftOver) - sum(revived) - (filledIn === null ? 0 : blank);
  const reconciled = answersBefore - moved === answersAfter && withoutBefore + moved === withoutAfter;

  const findings: Finding[] = [
    coveredFinding(all.length, leftOver.length, 'codes'),
    leftOverFinding(
      leftOver.map(({ old }) => old.code),
      list(oldCodes(leftOver)),
      `${whole(sum(leftOver))} respondents would lose their answer`,
    ),
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
          : `${list(oldCodes(revived))} ` +
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
          : `${list(oldCodes(setAside))} ${setAside.length === 1 ? 'was' : 'were'} set aside: ` +
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
              `${list(oldCodes(madeBlank))} ${madeBlank.length === 1 ? 'becomes' : 'become'} blank: why ` +
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
    ...result.codes.filter(isAnswer).map(({ code, label }) => ({ code, label, missing: false })),
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
      (
        column.missing
          ? !result.codes.some((candidate) => candidate.code === to && isAnswer(candidate))
          : column.code === to
      )
        ? respondents
        : 0,
    ),
  });
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns,
    rows: [
      ...all.map((outcome) =>
        rowOf(outcome.old.code, outcome.old.label, !isAnswer(outcome.old), respondentsOf(outcome), outcome.to),
      ),
      rowOf('', 'Blank', true, blank, result.blank),
    ],
    respondents: sum(all) + blank,
  };
}
