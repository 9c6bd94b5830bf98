import type { Net } from './net.js';
import type { CodeHere, RowItem } from './sentence.js';

const without = (net: Net, code: string): Net => ({ ...net, codes: net.codes.filter((own) => own !== code) });
const holds = (outer: Net, inner: Net) => inner.codes.every((code) => outer.codes.includes(code));

/**
 * A category put into a net: into those that the net is within too, and out of all others. A net that is left empty, or
 * that is of the same categories as another, goes.
 * @param into the label of the net
 */
export function withCodeInNet(nets: readonly Net[], into: string, code: string): Net[] {
  const target = nets.find(({ label }) => label === into);
  if (!target || target.codes.includes(code)) return [...nets];
  const next = nets.map((net) => {
    if (holds(net, target)) return net.codes.includes(code) ? net : { ...net, codes: [...net.codes, code] };
    return without(net, code);
  });
  const twin = (net: Net, k: number) => next.slice(0, k).some((other) => holds(net, other) && holds(other, net));
  return next.filter((net, k) => net.codes.length > 0 && !twin(net, k));
}

/** Which categories one became; those that became one have the same. */
type Became = ReadonlyMap<string, string>;

/** The new codes of which all old ones are among these. */
function wholly(codes: readonly string[], became: Became): string[] {
  const own = new Set(codes.flatMap((code) => became.get(code) ?? []));
  return [...own].filter((to) => [...became].every(([from, at]) => at !== to || codes.includes(from)));
}

/**
 * A row item once its categories became others: its nets keep what is wholly theirs, and it shows what it showed.
 * @example
 * const nets = [{ label: 'Roots', codes: ['a', 'b'] }];
 * const became = new Map([['a', '1'], ['b', '2'], ['c', '2']]);
 * followedItem({ variable: 3, nets }, 9, became); // { variable: 9, nets: [{ label: 'Roots', codes: ['1'] }] }
 */
export function followedItem({ nets, figures }: RowItem, variable: number, became: Became): RowItem {
  const kept = (nets ?? [])
    .map((net) => ({ ...net, codes: wholly(net.codes, became) }))
    .filter(({ codes }) => codes.length > 0);
  const apart = kept.filter((net, k) => !kept.slice(0, k).some((other) => holds(net, other) && holds(other, net)));
  return { variable, ...(figures ? { figures } : {}), ...(apart.length > 0 ? { nets: apart } : {}) };
}

/** What codes are in a table once those of a variable became others, of another variable or of the same. */
export function followedCodes(
  codes: readonly CodeHere[] | undefined,
  from: number,
  variable: number,
  became: Became,
): CodeHere[] {
  return (codes ?? []).flatMap((own): CodeHere[] => {
    if (own.variable !== from) return [own];
    const code = became.get(own.code);
    const isAlone = code !== undefined && [...became.values()].filter((to) => to === code).length === 1;
    return isAlone && own.label !== undefined ? [{ variable, code, label: own.label }] : [];
  });
}
