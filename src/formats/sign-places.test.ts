import fc from 'fast-check';
import { expect, it } from 'vitest';
import { signPlaces } from './sign-places.js';

it('finds each sign in any stretch of bytes, and nothing else', () => {
  const byte = fc.oneof(fc.constantFrom(44, 45, 43, 10, 11, 13, 34, 172, 0, 255), fc.nat(255));
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 60 }), fc.array(byte, { maxLength: 60 }), fc.nat(9), (head, tail, skip) => {
      const all = Uint8Array.from([...head, ...tail]);
      const bytes = all.subarray(Math.min(skip, all.length));
      for (const signs of [
        [44, 10],
        [44, 34, 10, 13],
      ]) {
        const into = new Int32Array(bytes.length + 1);
        const count = signPlaces(bytes, Math.min(2, bytes.length), bytes.length, signs, into);
        const wanted = [...bytes.keys()].filter((at) => at >= 2 && signs.includes(bytes[at]!));
        expect([...into.subarray(0, count)]).toEqual(wanted);
      }
    }),
    { numRuns: 1000 },
  );
});
