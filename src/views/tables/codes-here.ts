import type { RosterVariable } from '../../api/types.js';
import type { CodeHere, LevelHere, OffScale } from '../../core/table/sentence.js';
import type { Draft } from './url.js';

/** A sentence that has a code otherwise than the codebook; one that is as it is there is not said. */
function withCode(draft: Draft, { label, answer, offScale, score, ...own }: CodeHere): Draft {
  const others = (draft.codes ?? []).filter(({ variable, code }) => variable !== own.variable || code !== own.code);
  const said = {
    ...(label === undefined ? {} : { label }),
    ...(answer ? { answer } : {}),
    ...(offScale ? { offScale } : {}),
    ...(score === undefined ? {} : { score }),
  };
  const codes = Object.keys(said).length === 0 ? others : [...others, { ...own, ...said }];
  return { ...draft, codes: codes.length > 0 ? codes : undefined };
}

const codeIn = (draft: Draft, variable: number, code: string) =>
  draft.codes?.find((own) => own.variable === variable && own.code === code);

/** A sentence that calls a category otherwise; under its label of the codebook it is not called otherwise at all. */
export function withRenamed(
  draft: Draft,
  { id, codes }: Pick<RosterVariable, 'id' | 'codes'>,
  code: string,
  label: string,
): Draft {
  const usual = codes.find((own) => own.code === code)?.label;
  const said = codeIn(draft, id, code);
  return withCode(draft, { ...said, variable: id, code, label: label === usual ? undefined : label });
}

/** A sentence that calls everything as the codebook does. */
export const withoutNames = (draft: Draft): Draft =>
  (draft.codes ?? []).reduce((so, own) => withCode(so, { ...own, label: undefined }), draft);

/** A sentence in which all codes have their places as scores. */
export const withoutScores = (draft: Draft): Draft =>
  (draft.codes ?? []).reduce((so, own) => withCode(so, { ...own, score: undefined }), draft);

/** A sentence in which a code counts as an answer, or as the codebook has it. */
export function withAnswer(draft: Draft, variable: number, code: string, counts: boolean): Draft {
  const said = codeIn(draft, variable, code);
  // Off the scale it stays, and comes into the base.
  if (said?.offScale === 'aside' && counts) return withCode(draft, { ...said, offScale: 'in-base' });
  return withCode(draft, { ...said, variable, code, answer: counts ? true : undefined });
}

/** A sentence in which a code is off the scale of some variables, or on it again. */
export function withOffScale(
  draft: Draft,
  variables: readonly number[],
  code: string,
  offScale: OffScale | undefined,
): Draft {
  return variables.reduce(
    (so, variable) => withCode(so, { ...codeIn(so, variable, code), variable, code, offScale }),
    draft,
  );
}

/** A sentence that says no more of what is off the scale of some variables than the codebook, which says so now. */
export const withoutScaleKept = (draft: Draft, variables: readonly number[]): Draft =>
  (draft.codes ?? []).reduce(
    (so, own) =>
      variables.includes(own.variable) && own.offScale !== 'aside' ? withCode(so, { ...own, offScale: undefined }) : so,
    draft,
  );

/** A sentence in which a code of some variables has a score of its own, or its place again. */
export function withScore(draft: Draft, variables: readonly number[], code: string, score: number | undefined): Draft {
  return variables.reduce(
    (so, variable) => withCode(so, { ...codeIn(so, variable, code), variable, code, score }),
    draft,
  );
}

/** A sentence in which some variables are taken as ordered, or as not; or as the codebook has them. */
export function withLevelHere(
  draft: Draft,
  variables: readonly number[],
  level: LevelHere['level'] | undefined,
): Draft {
  const others = (draft.levels ?? []).filter(({ variable }) => !variables.includes(variable));
  const levels = level ? [...others, ...variables.map((variable) => ({ variable, level }))] : others;
  return { ...draft, levels: levels.length > 0 ? levels : undefined };
}
