import { total } from '../../numerics/total.js';
import { coveredFinding, leftOverFinding } from '../findings.js';
import { type Code, isAnswer } from '../../codebook/types.js';
import { whole } from '../../figures.js';
import { withEverythingElse } from './everything-else.js';
import { type Finding, type Proof } from '../proof-shape.js';
import type { Regroup } from './shape.js';
import type { RegroupedSets } from './nets.js';

const list = (codes: readonly Code[]) =>
  codes.map(({ code, label }) => (label === code ? code : `${code} ${label}`)).join(', ');

/** Old against new: mentions of each option by group; that no net counts a respondent twice, and none is lost. */
export function proveRegroupSets(
  told: Regroup,
  source: readonly Code[],
  result: Omit<RegroupedSets, 'column'>,
  { answered, respondents }: { answered: number; respondents: number },
): Proof {
  const recipe = withEverythingElse(told, source);
  const { made, mentioned, before, went, emptied } = result;
  const named = recipe.groups.flatMap(({ from }) => from);
  const respondentsOf = (code: string) => before[source.findIndex((candidate) => candidate.code === code)] ?? 0;
  const answers = source.filter(isAnswer);
  const leftOver =
    recipe.unnamed === 'own' || recipe.unnamed === 'set-aside'
      ? []
      : answers.filter(({ code }) => !named.includes(code) && !recipe.setAside.includes(code));
  const aside = answers.filter(
    ({ code }) => !named.includes(code) && (recipe.setAside.includes(code) || recipe.unnamed === 'set-aside'),
  );
  const doubled = answers.filter(
    ({ code }) =>
      named.filter((text) => text === code).length > 1 || (named.includes(code) && recipe.setAside.includes(code)),
  );
  const unknown = named.filter((code) => !source.some((candidate) => candidate.code === code));
  const most = Math.max(0, ...mentioned);
  const lost = (codes: readonly Code[]) => codes.reduce((sum, { code }) => sum + respondentsOf(code), 0);
  const taken = went.reduce((sum, line) => sum + total(line.slice(0, -1)), 0);
  const nets = total(mentioned);
  const findings: Finding[] = [
    coveredFinding(answers.length, leftOver.length, 'options'),
    leftOverFinding(
      leftOver.map(({ code }) => code),
      list(leftOver),
      `${whole(lost(leftOver))} mentions would be lost`,
    ),
    {
      id: 'doubled',
      holds: doubled.length === 0,
      title: 'Doubled',
      text:
        doubled.length === 0
          ? 'No option goes to two groups.'
          : `${list(doubled)} ${doubled.length === 1 ? 'is' : 'are'} named twice; the first group that names it ` +
            'takes it.',
      codes: doubled.map(({ code }) => code),
    },
    {
      id: 'made-missing',
      holds: true,
      title: 'Set aside',
      text:
        aside.length === 0 ? 'No option was set aside.' : `${list(aside)}: ${whole(lost(aside))} mentions, by choice.`,
      codes: aside.map(({ code }) => code),
    },
    ...(unknown.length > 0
      ? [
          {
            id: 'empty' as const,
            holds: false,
            title: 'Empty',
            text: `The source has no option ${unknown.join(', ')}.`,
            codes: unknown,
          },
        ]
      : []),
    {
      id: 'reconciled',
      holds: nets <= taken && most <= answered,
      title: 'Reconciled',
      text:
        `${whole(taken)} mentions before are ${whole(nets)} after: a respondent who mentions several options of ` +
        `a group is in it once. ${whole(answered)} answered, before and after` +
        (emptied > 0 ? `; ${whole(emptied)} of them mention nothing any more` : '') +
        '.',
      codes: [],
    },
  ];
  const columns = [
    ...made.codes.map(({ code, label }, g) => ({ code, label, missing: false, respondents: mentioned[g] ?? 0 })),
    { code: '', label: 'In no group', missing: true, respondents: lost([...leftOver, ...aside]) },
  ];
  const nobody = columns.map(() => 0);
  const blank = respondents - answered;
  return {
    holds: findings.every(({ holds }) => holds),
    findings,
    columns,
    rows: [
      ...source.map(({ code, label, missing }, j) => ({
        code,
        label,
        missing: missing !== null,
        respondents: before[j] ?? 0,
        went: went[j] ?? nobody,
      })),
      {
        code: '',
        label: 'Without an answer',
        missing: true,
        respondents: blank,
        went: columns.map((_, k) => (k === columns.length - 1 ? blank : 0)),
      },
    ],
    respondents,
  };
}
