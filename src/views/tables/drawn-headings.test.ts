import fc from 'fast-check';
import { expect, test } from 'vitest';
import { headerRows } from '../../core/view/header-rows.js';
import type { Leaf, NestView } from '../../core/view/types.js';
import { drawnHeadings } from './drawn-headings.js';
import { headingHeights } from './heading-heights.js';

const leaf = (...codes: string[]): Leaf => ({
  is: codes.length === 0 ? 'total' : 'answer',
  code: codes.join('/'),
  label: codes.at(-1) ?? 'All',
  path: codes.map((code, variable) => ({ variable, code, label: code })),
});
/** A nest of two levels beside one of a single level. */
const nests: NestView[] = [
  { title: 'Season split by Site', leaves: [leaf(), leaf('s', 'a'), leaf('s', 'b'), leaf('w', 'a'), leaf('w', 'b')] },
  { title: 'Lane', leaves: [leaf(), leaf('x'), leaf('y'), leaf('z')] },
];
const lines = headerRows(nests);
const COLUMNS = 9;

test('headings and gaps together span what all headings span', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(COLUMNS - 1)), (places) => {
      const wanted = [...places].sort((a, b) => a - b);
      for (const cells of lines) {
        const columns = drawnHeadings(cells, wanted).map((drawn) => (drawn.is === 'gap' ? drawn : drawn.cell));
        const area = (parts: readonly { columns: number; rows: number }[]) =>
          parts.reduce((sum, part) => sum + part.columns * part.rows, 0);
        expect(area(columns)).toBe(area(cells));
        expect(columns.map(({ first }) => first)).toEqual([...columns.map(({ first }) => first)].sort((a, b) => a - b));
      }
    }),
  );
});

test('a heading is drawn where one of its columns is, and no other', () => {
  const labels = (wanted: number[] | null) =>
    lines.map((cells) => drawnHeadings(cells, wanted).map((drawn) => (drawn.is === 'gap' ? null : drawn.cell.label)));
  expect(labels([2, 3])).toEqual([
    ['Season split by Site', null],
    [null, 's', 'w', null],
    [null, 'b', 'a', null],
  ]);
  expect(labels(null).flat()).not.toContain(null);
});

test('a line of headings is as high as its longest label, and no lower where that is not drawn', () => {
  const named = (label: string) => headerRows([{ title: '', leaves: [leaf(), { ...leaf('a'), label, path: [] }] }]);
  const widths = [240, 100, 100];
  const [short] = headingHeights(named('Brook'), widths);
  const [long] = headingHeights(named('Under the old railway embankment'), widths);
  const [broken] = headingHeights(named('Donaudampfschifffahrtsgarten'), widths);
  expect(long! - short!).toBe(54);
  expect(broken!).toBeGreaterThan(short!);
  expect(headingHeights(lines, Array(10).fill(100))).toHaveLength(3);
});
