/** Things that wait to be done, each for somebody who asked for it. */
export interface FairQueue<T> {
  push: (asker: string, item: T) => void;
  /** Takes out what is to be done next; undefined: nothing waits. Whoever took it says when it is done. */
  next: () => { asker: string; item: T } | undefined;
  /** What was taken out for an asker is done. */
  done: (asker: string) => void;
  /** Takes something out that is not wanted any more. @returns whether it was there */
  remove: (item: T) => boolean;
  /** How many things wait, of everybody or of one asker. */
  waiting: (asker?: string) => number;
}

/** What waits and what is being done for one asker, and when they were last served. */
interface Line<T> {
  waiting: T[];
  underWay: number;
  served: number;
}

/**
 * A queue that shares what can be done at once fairly: whoever has the fewest things under way comes next, and among
 * those whoever has waited longest for a turn. However much one asks for, somebody else is next.
 * @example const queue = fairQueue<string>();
 * queue.push('Ann', 'a'); queue.push('Ann', 'b'); queue.push('Ben', 'c');
 * queue.next(); queue.next(); // 'a' of Ann, then 'c' of Ben
 */
export function fairQueue<T>(): FairQueue<T> {
  const lines = new Map<string, Line<T>>();
  let turn = 0;
  const lineOf = (asker: string): Line<T> => {
    const line = lines.get(asker) ?? { waiting: [], underWay: 0, served: 0 };
    lines.set(asker, line);
    return line;
  };
  /** Nobody is remembered who has nothing here. */
  const forgetIdle = (asker: string) => {
    const line = lines.get(asker);
    if (line?.waiting.length === 0 && line.underWay === 0) lines.delete(asker);
  };
  return {
    push: (asker, item) => void lineOf(asker).waiting.push(item),
    next: () => {
      let first: [string, Line<T>] | undefined;
      for (const [asker, line] of lines) {
        if (line.waiting.length === 0) continue;
        const best = first?.[1];
        const sooner =
          !best || line.underWay < best.underWay || (line.underWay === best.underWay && line.served < best.served);
        if (sooner) first = [asker, line];
      }
      if (!first) return undefined;
      const [asker, line] = first;
      line.served = ++turn;
      line.underWay++;
      return { asker, item: line.waiting.shift()! };
    },
    done: (asker) => {
      lineOf(asker).underWay--;
      forgetIdle(asker);
    },
    remove: (item) => {
      for (const [asker, { waiting }] of lines) {
        const at = waiting.indexOf(item);
        if (at < 0) continue;
        waiting.splice(at, 1);
        forgetIdle(asker);
        return true;
      }
      return false;
    },
    waiting: (asker) => {
      if (asker !== undefined) return lines.get(asker)?.waiting.length ?? 0;
      return [...lines.values()].reduce((sum, { waiting }) => sum + waiting.length, 0);
    },
  };
}
