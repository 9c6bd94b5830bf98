import type { Code } from '../../codebook/types.js';
import type { Regroup } from './shape.js';
import {
  type SpokenValue,
  type RawValue,
  NOTHING,
  answerOf,
  missing,
  nameOf,
  reasonOf,
  ownLabels,
} from '../spoken-value.js';

/** What the group is called into which everything else goes. */
const restLabels = (groups: Regroup['groups'], unnamed: Regroup['unnamed']): string[] =>
  groups.filter(({ code }) => typeof unnamed === 'object' && code === unnamed.group).map(({ label }) => label.trim());

export function afterRegroup(
  { groups, setAside, unnamed, missing: rule, blank }: Regroup,
  codes: readonly Code[],
  raw: RawValue,
): SpokenValue {
  if (raw !== null && typeof raw !== 'string') {
    const named = new Set(groups.flatMap(({ from }) => from));
    const nets = groups.filter(({ from }) =>
      from.some(
        (code) => raw.includes(code) && groups.find((candidate) => candidate.from.includes(code))?.from === from,
      ),
    );
    const apart = (code: string) =>
      groups.some(({ label }) => label.trim().toLowerCase() === nameOf(codes, code).trim().toLowerCase())
        ? `${nameOf(codes, code)} (${code})`
        : nameOf(codes, code);
    const others = raw.filter((code) => !named.has(code) && !setAside.includes(code));
    const own = unnamed === 'own' ? others.map(apart) : [];
    const rest = others.some((code) => reasonOf(codes, code) === null) ? restLabels(groups, unnamed) : [];
    return { is: 'mentions', labels: new Set([...nets.map(({ label }) => label.trim()), ...own, ...rest]) };
  }
  if (typeof raw !== 'string') {
    if (!blank) return NOTHING;
    return 'missing' in blank
      ? missing(blank.missing)
      : answerOf(groups.find(({ code }) => code === blank.group)?.label.trim() ?? '');
  }
  const group = groups.find(({ from }) => from.includes(raw));
  if (group) return answerOf(group.label.trim());
  const reason = reasonOf(codes, raw);
  if (reason !== null) return rule === 'blank' ? NOTHING : missing(rule === 'one' ? 'other' : reason);
  if (!setAside.includes(raw) && unnamed === 'own') return answerOf(...ownLabels(codes, raw));
  if (!setAside.includes(raw) && typeof unnamed === 'object') return answerOf(...restLabels(groups, unnamed));
  return missing('other');
}
