import type { RosterVariable } from '../../api/types.js';
import { variablesOf } from '../../core/table/sentence.js';
import type { Draft } from './url.js';

/** A sentence that calls a category otherwise; under its label of the codebook it is not called otherwise at all. */
export function withRenamed(
  draft: Draft,
  variable: Pick<RosterVariable, 'id' | 'codes'>,
  code: string,
  label: string,
): Draft {
  const others = (draft.renamed ?? []).filter((own) => own.variable !== variable.id || own.code !== code);
  const usual = variable.codes.find((own) => own.code === code)?.label;
  const renamed = label === usual ? others : [...others, { variable: variable.id, code, label }];
  return { ...draft, renamed: renamed.length > 0 ? renamed : undefined };
}

/** A sentence without other names of what is not in it any more. */
export function withoutStrayNames(draft: Draft): Draft {
  if (!draft.renamed) return draft;
  const here = variablesOf(draft);
  const renamed = draft.renamed.filter(({ variable }) => here.includes(variable));
  return { ...draft, renamed: renamed.length > 0 ? renamed : undefined };
}
