/** How many letters must be added, taken out, changed or swapped with their neighbour to make `a` of `b`. */
function distance(a: string, b: string): number {
  let older: number[] = [];
  let old = Array.from({ length: b.length + 1 }, (_, k) => k);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(old[j]! + 1, row[j - 1]! + 1, old[j - 1]! + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) best = Math.min(best, older[j - 2]! + 1);
      row.push(best);
    }
    older = old;
    old = row;
  }
  return old[b.length]!;
}

/** Up to three of `names` that look most like `name`, each once, the nearest first; none where none comes near. */
export function nearestNames(name: string, names: readonly string[]): string[] {
  const wanted = name.toLowerCase();
  const most = Math.max(1, Math.floor(wanted.length / 2));
  return [...new Set(names)]
    .map((candidate) => ({ candidate, away: distance(wanted, candidate.toLowerCase()) }))
    .filter(({ away }) => away <= most)
    .sort((a, b) => a.away - b.away)
    .slice(0, 3)
    .map(({ candidate }) => candidate);
}
