import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fairQueue } from './fair-queue.js';

/** Takes everything out, one thing at a time, each done before the next. */
function drain(queue: ReturnType<typeof fairQueue<string>>): string[] {
  const items: string[] = [];
  for (let next = queue.next(); next; next = queue.next()) {
    items.push(next.item);
    queue.done(next.asker);
  }
  return items;
}

describe('a fair queue', () => {
  it('serves those who wait in turn, however much one of them asked for', () => {
    const queue = fairQueue<string>();
    for (let k = 1; k <= 5; k++) queue.push('Ann', `a${k}`);
    queue.push('Ben', 'b1');
    queue.push('Cleo', 'c1');
    expect(drain(queue)).toEqual(['a1', 'b1', 'c1', 'a2', 'a3', 'a4', 'a5']);
  });

  it('gives a second place to whoever has none, before whoever has one', () => {
    const queue = fairQueue<string>();
    queue.push('Ann', 'a1');
    queue.push('Ann', 'a2');
    expect(queue.next()?.item).toBe('a1');
    queue.push('Ben', 'b1');
    expect(queue.next()?.item).toBe('b1');
    expect(queue.next()?.item).toBe('a2');
  });

  it('takes out what is not wanted any more', () => {
    const queue = fairQueue<string>();
    queue.push('Ann', 'a1');
    queue.push('Ann', 'a2');
    expect(queue.remove('a1')).toBe(true);
    expect(queue.remove('a1')).toBe(false);
    expect([queue.waiting(), queue.waiting('Ann'), queue.waiting('Ben')]).toEqual([1, 1, 0]);
    expect(drain(queue)).toEqual(['a2']);
  });

  it('loses nothing, does nothing twice, and keeps the order of each asker', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('Ann', 'Ben', 'Cleo'), { maxLength: 40 }), (askers) => {
        const queue = fairQueue<string>();
        askers.forEach((asker, k) => queue.push(asker, `${asker} ${k}`));
        const items = drain(queue);
        for (const asker of ['Ann', 'Ben', 'Cleo']) {
          const own = askers.flatMap((name, k) => (name === asker ? [`${asker} ${k}`] : []));
          expect(items.filter((item) => item.startsWith(asker))).toEqual(own);
        }
        expect(items).toHaveLength(askers.length);
      }),
    );
  });
});
