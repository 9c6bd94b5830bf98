import { describe, expect, it } from 'vitest';
import { allVariables } from './variables.js';
import { dropUnusedLists, insertCodeList, replaceCodes, usersOfList } from './code-lists.js';
import { studyOfTests } from './study.fixtures.js';

const { db, column, variable } = studyOfTests();

describe('code lists', () => {
  it('are shared, changed for all, and go when nothing uses them', () => {
    const list = insertCodeList(db, 'yes_no', [
      { code: '1', label: 'Yes', missing: null },
      { code: '2', label: 'No', missing: null },
    ]);
    const [a, b] = [variable('a', column('a', 'coded8'), list), variable('b', column('b', 'coded8'), list)];
    expect(usersOfList(db, list)).toEqual([a, b]);
    replaceCodes(db, list, [{ code: '9', label: 'Refused', missing: 'refused' }]);
    expect(
      allVariables(db)
        .filter(({ codeListId }) => codeListId === list)
        .map(({ codes }) => codes[0]?.missing),
    ).toEqual(['refused', 'refused']);
    const loose = insertCodeList(db, 'loose', []);
    dropUnusedLists(db);
    expect(db.prepare('SELECT count(*) FROM code_list WHERE id = ?').pluck().get(loose)).toBe(0);
    expect(() =>
      replaceCodes(db, list, [
        { code: '1', label: '', missing: null },
        { code: '1', label: '', missing: null },
      ]),
    ).toThrow();
  });
});
