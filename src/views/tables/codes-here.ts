import type { RosterVariable } from '../../api/types.js';
import type { CodeHere } from '../../core/table/sentence.js';
import type { Draft } from './url.js';

/** A sentence that has a code otherwise than the codebook; one that is as it is there is not said. */
function withCode(draft: Draft, { label, answer, ...own }: CodeHere): Draft {
  const others = (draft.codes ?? []).filter(({ variable, code }) => variable !== own.variable || code !== own.code);
  const said = { ...own, ...(label === undefined ? {} : { label }), ...(answer ? { answer } : {}) };
  const codes = label === undefined && !answer ? others : [...others, said];
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
  const { answer } = codeIn(draft, id, code) ?? {};
  return withCode(draft, { variable: id, code, answer, label: label === usual ? undefined : label });
}

/** A sentence in which a code counts as an answer, or as the codebook has it. */
export function withAnswer(draft: Draft, variable: number, code: string, counts: boolean): Draft {
  const { label } = codeIn(draft, variable, code) ?? {};
  return withCode(draft, { variable, code, label, answer: counts ? true : undefined });
}
