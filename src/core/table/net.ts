import { z } from 'zod';
import { Fault } from '../fault.js';

/** How the parts of a net stand to it: under its line, over it as over a subtotal, or not at all. */
export const PARTS = ['under', 'over', 'hidden'] as const;

const MOST_NETS = 60;
const MOST_CODES = 2_000;
const LONGEST_LABEL = 500;

const NetShape = z
  .strictObject({
    label: z.string().trim().min(1).max(LONGEST_LABEL),
    codes: z.array(z.string().max(1000)).min(1).max(MOST_CODES).readonly(),
    parts: z
      .enum(PARTS)
      .optional()
      .describe('How its categories stand to it: under its line, where absent; over it; or not shown.'),
  })
  .meta({ id: 'Net' });

/** Several categories of a row item on one line, for one table alone; of a question who mentions at least one. */
export type Net = z.infer<typeof NetShape>;

/** The nets of a row item. */
export const NetsShape = z.array(NetShape).min(1).max(MOST_NETS).readonly();

const isWithin = (inner: Net, outer: Net) => inner.codes.every((code) => outer.codes.includes(code));
const touch = (a: Net, b: Net) => a.codes.some((code) => b.codes.includes(code));
const sorted = (nets: readonly Net[]) => [...nets].sort((a, b) => b.codes.length - a.codes.length);

/**
 * Nets that a code is of, the outermost first.
 * @example
 * const roots = { label: 'Roots', codes: ['1', '2'] };
 * netsOf([roots, { label: 'Food', codes: ['1', '2', '3'] }], '2').map(({ label }) => label); // ['Food', 'Roots']
 */
export const netsOf = (nets: readonly Net[], code: string): Net[] =>
  sorted(nets.filter(({ codes }) => codes.includes(code)));

/** What is wrong with a net among others, with the way out; null: nothing. */
function troubleOf(net: Net, before: readonly Net[], codes: readonly string[]): readonly [string, string] | null {
  const gone = net.codes.find((code) => !codes.includes(code));
  if (gone !== undefined)
    return [`The net ${net.label} names the code ${gone}, which no answer has.`, 'Take the code out of the net.'];
  const twin = before.find(({ label }) => label === net.label);
  if (twin) return [`Two nets are called ${net.label}.`, 'Give one of them another name.'];
  const same = before.find((other) => isWithin(net, other) && isWithin(other, net));
  if (same) return [`The nets ${same.label} and ${net.label} are of the same categories.`, 'Take one of them away.'];
  const crossing = before.find((other) => touch(net, other) && !isWithin(net, other) && !isWithin(other, net));
  if (crossing)
    return [
      `The nets ${crossing.label} and ${net.label} share categories, and neither is within the other.`,
      'Let nets stand apart, or one wholly within the other.',
    ];
  return null;
}

/**
 * Checks that nets are of these codes, and stand apart or within one another.
 * @param codes answers of the variable
 * @param field where the nets stand in what was sent
 * @throws Fault that names the net
 */
export function checkNets(nets: readonly Net[], codes: readonly string[], field: string): void {
  nets.forEach((net, k) => {
    const trouble = troubleOf(net, nets.slice(0, k), codes);
    if (trouble) throw new Fault('invalid', trouble[0], trouble[1], { field: `${field}[${k}]` });
  });
}

/** A line of a row item: a category by its place, or a net; within so many nets. */
export type NetLine = { is: 'category'; at: number; depth: number } | { is: 'net'; net: Net; depth: number };

/**
 * The lines of categories with their nets, which stand where the first of their categories does. Parts follow the order
 * of the categories; those of a net that hides them have no line.
 * @param codes of the categories, in order; null where a line is no category that a net could hold
 * @example
 * const food = { label: 'Food', codes: ['1', '3'] };
 * netLines(['1', '2', '3'], [food]).map((line) => (line.is === 'net' ? line.net.label : line.at));
 * // ['Food', 0, 2, 1]
 */
export function netLines(codes: readonly (string | null)[], nets: readonly Net[]): NetLine[] {
  const chains = codes.map((code) => (code === null ? [] : netsOf(nets, code)));
  const within = (places: readonly number[], depth: number): NetLine[] => {
    const opened = new Set<Net>();
    return places.flatMap((at): NetLine[] => {
      const chain = chains[at] ?? [];
      const net = chain[depth];
      const inner = chain[depth - 1];
      if (!net) return inner?.parts === 'hidden' ? [] : [{ is: 'category', at, depth }];
      if (opened.has(net)) return [];
      opened.add(net);
      const parts = within(
        places.filter((place) => chains[place]?.[depth] === net),
        depth + 1,
      );
      const line: NetLine = { is: 'net', net, depth };
      return net.parts === 'over' ? [...parts, line] : [line, ...parts];
    });
  };
  return within(
    codes.map((_, at) => at),
    0,
  );
}
