import { describe, expect, it } from 'vitest';
import { openStudyFile } from './open.js';
import { nameStudy, studyRow } from './study.js';
import { studyOfTests } from './study.fixtures.js';
import { insertColumn, removeColumn } from './columns.js';
import { inOnePiece, untilChanged, untilColumnsChange } from './unchanged.js';

const { db, path } = studyOfTests();

let times = 0;
const nameOf = untilChanged((of) => {
  times++;
  return studyRow(of).name;
});

describe('what is read from a file', () => {
  it('is read once as long as nothing changes', () => {
    expect([nameOf(db), nameOf(db), nameOf(db)]).toEqual(['S', 'S', 'S']);
    expect(times).toBe(1);
  });

  it('is read anew after a change, here or by another connection', () => {
    nameStudy(db, 'Here', '');
    expect(nameOf(db)).toBe('Here');
    const other = openStudyFile(path);
    nameStudy(other, 'There', '');
    other.close();
    expect(nameOf(db)).toBe('There');
  });

  it('is of the moment within a transaction, also one that is taken back', () => {
    const rollback = () =>
      db.transaction(() => {
        nameStudy(db, 'Rehearsed', '');
        expect(nameOf(db)).toBe('Rehearsed');
        throw new Error('taken back');
      })();
    expect(rollback).toThrow('taken back');
    expect(nameOf(db)).toBe('There');
  });
});

describe('work in one piece', () => {
  it('reads once between its changes', () => {
    const before = times;
    inOnePiece(db, () => {
      expect([nameOf(db), nameOf(db)]).toEqual(['There', 'There']);
      nameStudy(db, 'Then', '');
      expect([nameOf(db), nameOf(db)]).toEqual(['Then', 'Then']);
    });
    expect(times - before).toBe(2);
    expect(nameOf(db)).toBe('Then');
  });

  it('leaves nothing of what is taken back, neither outside nor in the next piece', () => {
    const rehearsal = () =>
      inOnePiece(db, () => {
        nameStudy(db, 'Rehearsed', '');
        expect(nameOf(db)).toBe('Rehearsed');
        throw new Error('taken back');
      });
    expect(rehearsal).toThrow('taken back');
    expect(inOnePiece(db, () => nameOf(db))).toBe('Then');
    expect(rehearsal).toThrow('taken back');
    expect(nameOf(db)).toBe('Then');
  });
});

describe('what is read of columns', () => {
  const countOf = untilColumnsChange((of) => {
    times++;
    return of.prepare('SELECT count(*) FROM data_column').pluck().get() as number;
  });
  const column = { origin: 'working', name: 'w', storage: 'coded8', width: 1, blank: 0, histogram: null } as const;

  it('stays through changes that touch none', () => {
    expect(countOf(db)).toBe(0);
    const before = times;
    nameStudy(db, 'Again', '');
    expect(countOf(db)).toBe(0);
    expect(times).toBe(before);
  });

  it('is read anew when one is made or taken away, and after that was taken back', () => {
    const id = insertColumn(db, column, []);
    expect(countOf(db)).toBe(1);
    const rehearsal = db.transaction(() => {
      removeColumn(db, id);
      expect(countOf(db)).toBe(0);
      throw new Error('taken back');
    });
    expect(() => rehearsal()).toThrow('taken back');
    expect(countOf(db)).toBe(1);
    removeColumn(db, id);
    expect(countOf(db)).toBe(0);
  });
});
