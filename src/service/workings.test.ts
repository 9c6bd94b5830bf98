import { describe, expect, it } from 'vitest';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allWorkings, provedWorkings, putWorking } from '../store/workings.js';
import { editVariable } from './edit-variable.js';
import { service, study, tableOf, take, variable } from './fernhill.fixtures.js';
import { faultOf } from './test-study.js';
import { settle } from './settle.js';
import { keepWorking, previewWorking } from './workings.js';

describe('workings', () => {
  it('stay right when a process ends between a change and what follows from it', async () => {
    const own = await take('Settle', 'q\n1\n2\n3\n', { variables: [{ name: 'q', level: 'ordered' }] });
    const recipe = {
      kind: 'regroup' as const,
      source: variable('q', own).id,
      level: 'ordered' as const,
      groups: [
        { code: '1', label: 'Low', from: ['1'] },
        { code: '2', label: 'High', from: ['2', '3'] },
      ],
      setAside: [],
    };
    const kept = await keepWorking(service, own, { name: 'made', label: 'Made', recipe });
    const [working] = provedWorkings(own.db);
    if (!working) throw new Error('no working');
    // As if the recipe had been written and the process had ended before the column was.
    const changed = {
      ...recipe,
      groups: [
        { code: '1', label: 'Low', from: ['1', '2'] },
        { code: '2', label: 'High', from: ['3'] },
      ],
    };
    putWorking(own.db, working.id, { recipe: changed, proof: working.proof, signature: 'stale' }, '2026-01-01');
    await settle(service, own);
    const table = await tableOf(bodyAbout(kept.variable), own);
    expect(table.rowTotals).toEqual([2, 1]);
    expect(allWorkings(own.db)[0]?.signature).not.toBe('stale');
  });

  it('follow a chain of three when the first source changes', async () => {
    const own = await take('Chain', 'q\n1\n2\n9\n', { variables: [{ name: 'q', level: 'ordered' }] });
    let source = variable('q', own).id;
    for (const name of ['one', 'two', 'three']) {
      const recipe = {
        kind: 'regroup' as const,
        source,
        level: 'ordered' as const,
        groups: ['1', '2', '9'].map((from, k) => ({ code: from, label: `L${k}`, from: [from] })),
        setAside: [],
      };
      source = (await keepWorking(service, own, { name, label: name, recipe })).variable;
    }
    expect(variable('three', own).answers).toBe(3);
    const codes = [
      { code: '1', label: 'A', missing: null },
      { code: '2', label: 'B', missing: null },
    ];
    await editVariable(service, own, variable('q', own).id, {
      codes: [...codes, { code: '9', label: 'Refused', missing: 'refused' }],
    });
    // The recipe names 9 as a group: it is now a missing code made an answer, and the proof of the first says so.
    expect(variable('one', own).holds).toBe(false);
    expect(variable('three', own).holds).toBe(false);
  });

  it('are refused where the source does not suit', async () => {
    const items = (names: string[]) => names.map((name) => ({ source: variable(name).id, label: name, ticked: '1' }));
    const wide = await faultOf(
      previewWorking(service, study, { kind: 'gather', items: items(['grow_beans', 'id']), none: null }),
    );
    expect(wide.place.variable).toBe('Plot holder number');
    const multiple = await faultOf(
      previewWorking(service, study, {
        kind: 'convert',
        to: 'categories',
        source: variable('crops').id,
        alike: true,
        order: 'value',
        least: 1,
        exceptions: [],
      }),
    );
    expect(multiple.message).toContain('multiple-response');
  });
});
