import { describe, expect, it } from 'vitest';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allTables, putTable, removeTable } from './tables.js';
import { allWorkings, provedWorkings, putWorking, usersOfVariable } from './workings.js';
import { studyOfTests } from './study.fixtures.js';

const { db, column, variable } = studyOfTests();

describe('workings and tables', () => {
  it('know what stands on a variable, and keep it from going', () => {
    const source = variable('source', column('source', 'coded8'));
    const recipe = { kind: 'regroup' as const, source, level: 'ordered' as const, groups: [], setAside: [] };
    const proof = { holds: false, findings: [], columns: [], rows: [], respondents: 3 };
    const working = putWorking(db, null, { recipe, proof, signature: 'a' }, '2026-01-01');
    variable('made', column('made', 'coded8'), null, working);
    const shown = { hatch: true };
    const table = putTable(db, null, 'A table', bodyAbout(source), shown, '2026-01-01');
    expect(usersOfVariable(db, source)).toEqual({
      workings: [{ variable: expect.any(Number) as number, title: 'made' }],
      tables: [{ table, title: 'A table' }],
    });
    expect(provedWorkings(db)[0]).toMatchObject({ recipe, proof, holds: false, signature: 'a' });
    expect(() => db.prepare('DELETE FROM variable WHERE id = ?').run(source)).toThrow('FOREIGN KEY');
    putTable(db, table, 'Renamed', bodyAbout(source), shown, '2026-01-02');
    expect(allTables(db)).toMatchObject([{ id: table, title: 'Renamed', created: '2026-01-01', edited: '2026-01-02' }]);
    putWorking(db, working, { recipe, proof: { ...proof, holds: true }, signature: 'b' }, '2026-01-02');
    expect(allWorkings(db)).toMatchObject([{ id: working, holds: true, signature: 'b', created: '2026-01-01' }]);
    removeTable(db, table);
    expect(usersOfVariable(db, source).tables).toEqual([]);
  });
});
