import { useRef, useState } from 'react';

/**
 * Which of a list are ticked. What was ticked stays so when it is out of the list.
 * @param names those in the list, in its order
 */
export function useTicked(names: readonly string[]) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const last = useRef<string | null>(null);
  /** Ticks a name, or takes its tick away; with `range`, all from the one before to it alike. */
  const tick = (name: string, range: boolean) => {
    const [from, to] = [names.indexOf(last.current ?? ''), names.indexOf(name)];
    const part = range && from >= 0 ? names.slice(Math.min(from, to), Math.max(from, to) + 1) : [name];
    const next = new Set(ticked);
    for (const other of part) {
      if (ticked.has(name)) next.delete(other);
      else next.add(other);
    }
    last.current = name;
    setTicked(next);
  };
  return {
    ticked,
    tick,
    tickAll: () => setTicked(new Set(names)),
    untick: () => setTicked(new Set()),
  };
}
