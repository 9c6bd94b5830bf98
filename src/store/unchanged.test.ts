import { describe, expect, it } from 'vitest';
import { openStudyFile } from './open.js';
import { nameStudy, studyRow } from './study.js';
import { studyOfTests } from './study.fixtures.js';
import { untilChanged } from './unchanged.js';

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
