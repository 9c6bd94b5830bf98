import { expect, it } from 'vitest';
import { allMarks, putMark, removeMark } from './marks.js';
import { openStudyFile } from './open.js';
import { studyOfTests } from './study.fixtures.js';
import { nameStudy } from './study.js';

const { db, path } = studyOfTests();
db.pragma('foreign_keys = OFF');

const mark = (text: string, themes: number[]) => {
  return {
    working: 1,
    text,
    verdict: 'themes' as const,
    themes,
    coder: 'Anna',
    settles: false,
    quote: null,
    madeAt: '',
  };
};
const told = () => allMarks(db).map(({ text, themes }) => [text, themes]);

it('are read again only when one was changed, here, elsewhere, or taken back; the others stay the same objects', () => {
  putMark(db, { ...mark('Rats', [1]), id: null });
  putMark(db, { ...mark('Water', [2]), id: null });
  const before = allMarks(db);
  nameStudy(db, 'Another name', '');
  expect(allMarks(db)).toBe(before);
  putMark(db, { ...mark('Water', [2, 3]), id: 2 });
  const after = allMarks(db);
  expect(told()).toEqual([
    ['Rats', [1]],
    ['Water', [2, 3]],
  ]);
  expect([after[0] === before[0], after[1] === before[1]]).toEqual([true, false]);
  const takenBack = db.transaction(() => {
    removeMark(db, 1);
    expect(told()).toEqual([['Water', [2, 3]]]);
    throw new Error('taken back');
  });
  expect(takenBack).toThrow('taken back');
  expect(allMarks(db)).toBe(after);
  const other = openStudyFile(path);
  other.pragma('foreign_keys = OFF');
  removeMark(other, 2);
  other.close();
  expect(told()).toEqual([['Rats', [1]]]);
  expect(allMarks(db)[0]).toBe(before[0]);
});
