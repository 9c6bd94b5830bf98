import { describe, expect, it } from 'vitest';
import { readTexts } from './cells.js';
import { chunkWriter } from './chunks.js';
import { insertColumn } from './columns.js';
import { studyOfTests } from './study.fixtures.js';

const { db } = studyOfTests();

/** A column of texts, in chunks. */
function textColumn(...chunks: (string | null)[][]): number {
  const id = insertColumn(
    db,
    { origin: 'working', name: 'why', storage: 'text', width: 1, blank: 0, histogram: null },
    [],
  );
  const write = chunkWriter(db);
  let first = 0;
  for (const texts of chunks) {
    write(id, 'values', first, Buffer.from(JSON.stringify(texts)));
    first += texts.length;
  }
  return id;
}

describe('the texts of a column', () => {
  it('are held once each, over all chunks', () => {
    const id = textColumn(['a', null, 'b'], ['b', '', 'a']);
    expect(readTexts(db, id)).toEqual({ distinct: ['a', 'b', ''], place: Int32Array.of(1, 0, 2, 2, 3, 1) });
  });

  it('are not held where they are too many, or too long', () => {
    const many = Array.from({ length: 200_001 }, (_, k) => String(k));
    expect(readTexts(db, textColumn(many.slice(1)))?.distinct).toHaveLength(200_000);
    expect(readTexts(db, textColumn(many))).toBeNull();
    const long = Array.from({ length: 17 }, (_, k) => String(k % 10).repeat(1_000_000) + String(k));
    expect(readTexts(db, textColumn(long))).toBeNull();
  });
});
