import { total } from '../../numerics/total.js';
import { type Code, isAnswer } from '../../codebook/types.js';
import { SET_STATE } from '../../count/set-state.js';
import { whole } from '../../figures.js';
import { type Finding, type Proof, type ProofRow } from '../proof-shape.js';
import type { Flags } from './shape.js';
import { YES, NO, flagged } from './compute.js';

/** Lines of the proof for those who mention nothing, each by how they stand to the question. */
function standingRows(stand: (state: number) => number): ProofRow[] {
  const line = (label: string, state: number, answered: boolean): ProofRow => ({
    code: '',
    label,
    missing: !answered,
    respondents: stand(state),
    went: answered ? [0, stand(state), 0] : [0, 0, stand(state)],
  });
  return [
    line('None of these', SET_STATE.none, true),
    line('Ticked nothing', SET_STATE.nothing, true),
    line('No answer', SET_STATE['no-answer'], false),
    line('Not asked', SET_STATE['not-asked'], false),
    line('Not coded yet', SET_STATE['not-coded'], false),
  ].filter(({ respondents }) => respondents > 0);
}

/**
 * Old against new for a flag.
 * @param counts respondents by old code: of a multiple-response question those who mention it
 * @param after respondents by new code, in the order of `flagged`
 * @param blank respondents with nothing in the column
 * @param states of a multiple-response question: how many respondents stand how to it; null for one answer
 */
export function proveFlags(
  recipe: Flags,
  codes: readonly Code[],
  counts: ReadonlyMap<string, number>,
  after: readonly number[],
  blank: number,
  states: readonly number[] | null,
): Proof {
  const multiple = states !== null;
  const stand = (state: number) => states?.[state] ?? 0;
  const answered = stand(SET_STATE.mentioned) + stand(SET_STATE.none) + stand(SET_STATE.nothing);
  const without = ['blank', 'no-answer', 'not-asked', 'not-coded'] as const;
  const silent = total(without.map((state) => stand(SET_STATE[state])));
  const result = flagged(recipe, codes);
  const unknown = recipe.codes.filter(
    (code) => !codes.some((candidate) => candidate.code === code && isAnswer(candidate)),
  );
  const [yes = 0, no = 0] = after;
  const blankAfter = multiple ? silent : blank;
  const missing = total(after.slice(2));
  const inYes = recipe.codes.reduce((sum, code) => sum + (counts.get(code) ?? 0), 0);
  const label = (code: string) => codes.find((candidate) => candidate.code === code)?.label ?? code;
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: unknown.length === 0,
      title: 'Covered',
      text:
        unknown.length === 0
          ? `${recipe.codes.map(label).join(', ')}: ${whole(yes)} respondents; all other answers are ${recipe.no}.`
          : `The source has no category ${unknown.join(', ')}.`,
      codes: unknown,
    },
    { id: 'revived', holds: true, title: 'Revived', text: 'No missing code became an answer.', codes: [] },
    ...(yes === 0 || no === 0
      ? [
          {
            id: 'empty' as const,
            holds: true,
            title: 'Empty',
            text: `Nobody is ${yes === 0 ? recipe.yes : recipe.no}.`,
            codes: [],
          },
        ]
      : []),
    {
      id: 'reconciled',
      holds: multiple ? yes <= inYes && yes + no === answered && missing === 0 && blankAfter === silent : yes === inYes,
      title: 'Reconciled',
      text: multiple
        ? `${whole(inYes)} mentions by ${whole(yes)} respondents; ${whole(no)} answered and mention none of ` +
          `them; ${whole(answered)} answered before and after, ${whole(silent)} without an answer before and ` +
          'after.'
        : `${whole(yes + no)} answers before and after; ${whole(missing + blank)} without before and after.`,
      codes: [],
    },
  ];
  const columns = [
    { code: YES, label: recipe.yes, missing: false, respondents: yes },
    { code: NO, label: recipe.no, missing: false, respondents: no },
    { code: '', label: 'No answer', missing: true, respondents: missing + blankAfter },
  ];
  const rows = codes.map(({ code, label: words, missing: why }) => {
    const respondents = counts.get(code) ?? 0;
    const at = why !== null ? 2 : recipe.codes.includes(code) ? 0 : 1;
    return {
      code,
      label: words,
      missing: why !== null,
      respondents,
      went: [0, 1, 2].map((k) => (k === at ? respondents : 0)),
    };
  });
  return {
    holds: findings.every((finding) => finding.holds),
    findings: findings.map((finding) =>
      finding.id === 'revived' && result.kept.size === 0
        ? { ...finding, text: 'The source has no missing codes.' }
        : finding,
    ),
    columns,
    rows: [
      ...rows,
      ...(multiple ? standingRows(stand) : []),
      { code: '', label: 'Blank', missing: true, respondents: blank, went: [0, 0, blank] },
    ],
    respondents: yes + no + missing + blankAfter,
  };
}
