import { describe, expect, it } from 'vitest';
import { WorkingDraftsSchema } from '../api/schemas.js';
import { MOST_AT_ONCE } from '../core/recode/apply.js';
import { listEntries, undoEntry } from './ledger.js';
import { viewStudy } from './roster.js';
import { serviceForTests, studyOfRows } from './test-study.js';
import { keepWorkings, makingIn, type WorkingDraft } from './workings.js';

const service = serviceForTests();

const MANY = 390;

const names = Array.from({ length: MANY }, (_, k) => `q${k}`);

describe('one recode over many variables', () => {
  it('is one request, one entry of the ledger, with its progress to be seen', async () => {
    const rows = Array.from({ length: 40 }, (_, r) => names.map((_, k) => ((r + k) % 5) + 1).join(','));
    const study = await studyOfRows(service, 'battery', [names.join(','), ...rows]);
    const before = viewStudy(study).variables.length;
    const drafts = viewStudy(study).variables.map(({ id, name }): WorkingDraft => ({
      name: `${name}_2`,
      label: `${name} in two`,
      recipe: {
        kind: 'regroup',
        source: id,
        level: 'ordered',
        groups: [
          { code: '1', label: 'Low', from: ['1', '2'] },
          { code: '2', label: 'High', from: ['3', '4', '5'] },
        ],
        setAside: [],
      },
    }));
    const seen: number[] = [];
    const timer = setInterval(() => seen.push(makingIn(service, study.id)?.done ?? -1), 1);
    const kept = await keepWorkings(service, study, drafts);
    clearInterval(timer);
    expect(kept.map(({ proof }) => proof.holds)).toEqual(names.map(() => true));
    expect(new Set(seen.filter((done) => done > 0)).size).toBeGreaterThan(1);
    expect(makingIn(service, study.id)).toBeNull();
    expect(viewStudy(study).variables).toHaveLength(before + MANY);
    expect(listEntries(study).at(-1)?.words).toBe('Made 390 variables: q0 in two, q1 in two, …');
    await undoEntry(service, study);
    expect(viewStudy(study).variables).toHaveLength(before);
  });

  it('has a limit that is far above what a questionnaire asks', () => {
    const draft = { name: '', label: 'x', recipe: { kind: 'interlock', sources: [1, 2], between: ' ', empty: false } };
    const times = (n: number) =>
      WorkingDraftsSchema.safeParse({ drafts: Array.from({ length: n }, () => draft) }).success;
    expect([times(MOST_AT_ONCE), times(MOST_AT_ONCE + 1)]).toEqual([true, false]);
  });
});
