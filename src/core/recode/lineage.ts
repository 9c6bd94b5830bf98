/** A variable with those that it is made of. */
export interface VariableSources {
  variable: number;
  of: readonly number[];
}

/** Variables of a study that are made, or that something is made of, each behind all that it is made of. */
export interface Lineage {
  rows: number[];
  /** By place among the rows. */
  links: { from: number; to: number }[];
}

/**
 * Puts what is made under what it is made of.
 * @param about only what this variable stands on, and what stands on it, however far; null: all
 */
export function lineageOf(workings: readonly VariableSources[], about: number | null): Lineage {
  const makers = new Map(workings.map((working) => [working.variable, [...new Set(working.of)]]));
  const wanted = about === null ? null : new Set<number>([about]);
  if (wanted && about !== null) {
    const up = (id: number): void =>
      makers.get(id)?.forEach((source) => {
        if (wanted.has(source)) return;
        wanted.add(source);
        up(source);
      });
    const below = new Set([about]);
    const down = (id: number): void => {
      for (const { variable, of } of workings) {
        if (below.has(variable) || !of.includes(id)) continue;
        below.add(variable);
        down(variable);
      }
    };
    up(about);
    down(about);
    for (const id of below) wanted.add(id);
  }
  const rows: number[] = [];
  const seen = new Set<number>();
  const visit = (id: number): void => {
    if (seen.has(id) || (wanted && !wanted.has(id))) return;
    seen.add(id);
    makers.get(id)?.forEach(visit);
    rows.push(id);
  };
  workings.forEach(({ variable }) => visit(variable));
  const place = new Map(rows.map((id, k) => [id, k]));
  const links = rows.flatMap((id, to) =>
    (makers.get(id) ?? []).flatMap((source) => {
      const from = place.get(source);
      return from === undefined ? [] : [{ from, to }];
    }),
  );
  return { rows, links };
}
