import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readDdi } from './ddi-read.js';
import { writeDdi } from './ddi-write.js';
import { readTree } from './tree.js';

const awkward = fc.oneof(
  fc.constantFrom(
    'a  b',
    ' a',
    'a ',
    'a\tb',
    'a\nb',
    '\u00a0',
    '<&>"',
    '?>',
    ']]>',
    'é\u0301',
    '1.0',
    '01',
    '  ',
    '\r\n',
  ),
  fc.string({ minLength: 1, maxLength: 6 }),
);

/** Whether XML has a place for every character of a text. */
const possible = (text: string) =>
  Array.from(text).every((sign) => {
    const point = sign.codePointAt(0) ?? 0;
    const isControl = point < 0x20 && ![0x9, 0xa, 0xd].includes(point);
    return !isControl && !(point >= 0xd800 && point <= 0xdfff) && point !== 0xfffe && point !== 0xffff;
  });

it('codes and labels come back from DDI as they were, and a refusal stays one', () => {
  const text = awkward.filter(possible);
  const list = fc.uniqueArray(
    fc.record({ code: text, label: text, missing: fc.constantFrom(undefined, 'refused' as const) }),
    { minLength: 1, maxLength: 6, selector: ({ code }) => code },
  );
  fc.assert(
    fc.property(list, (codes) => {
      const given = codes.map(({ code, label, missing }) => ({ code, label, ...(missing ? { missing } : {}) }));
      const written = writeDdi({
        codebook: { variables: [] },
        name: 'S',
        subtitle: '',
        dataFile: 's.csv',
        respondents: 1,
        columns: [
          {
            variable: { name: 'v', label: 'V', question: '', level: 'unordered' },
            codes: given,
            respondents: new Map(),
          },
        ],
      } as unknown as Parameters<typeof writeDdi>[0]);
      const { codebook } = readDdi(readTree(written, 's.xml'), 's.xml');
      expect(codebook.variables[0]?.codes).toEqual(given);
    }),
    { numRuns: 300 },
  );
});
