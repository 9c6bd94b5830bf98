/** Names for columns: trimmed; an empty one is numbered, a repeated one gets a number behind it. */
export function columnNames(heading: readonly string[]): { name: string; note: string | null }[] {
  const taken = new Set<string>();
  // How often a name was wanted, so that the search for a free one does not begin at 2 each time.
  const wishes = new Map<string, number>();
  return heading.map((cell, k) => {
    const plain = cell.replace(/[\p{Cc}\s]+/gu, ' ').trim();
    const wanted = plain === '' ? `column_${k + 1}` : plain.slice(0, 200);
    let name = wanted;
    let again = wishes.get(wanted) ?? 2;
    for (; taken.has(name); again++) name = `${wanted}_${again}`;
    wishes.set(wanted, again);
    taken.add(name);
    if (plain === '') return { name, note: `Column ${k + 1} has no heading; it is called ${name}.` };
    if (name !== wanted)
      return { name, note: `The heading ${wanted} stands twice; column ${k + 1} is called ${name}.` };
    if (plain.length > 200) return { name, note: `The heading is longer than 200 characters and was cut.` };
    return { name, note: null };
  });
}

/** Names for columns that have none: column_1, column_2, ... */
export function numberedNames(columns: number): { name: string; note: string | null }[] {
  return Array.from({ length: columns }, (_, k) => ({ name: `column_${k + 1}`, note: null }));
}
