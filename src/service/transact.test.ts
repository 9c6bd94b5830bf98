import { describe, expect, it } from 'vitest';
import { bandsAt } from '../core/recode/band/edges.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import type { Db } from '../store/open.js';
import { allVariables } from '../store/variables.js';
import { amendEntry } from './amend-entry.js';
import type { OpenStudy } from './context.js';
import { editEntries } from './edit-variable.js';
import { fingerprint } from './fingerprint.js';
import { goToEntry, listEntries, undoEntry } from './ledger.js';
import { saveTable } from './saved-tables.js';
import { serviceForTests, studyOfRows } from './test-study.js';
import { dropWorking, editWorking, keepWorking, keepWorkings } from './workings.js';

const service = serviceForTests();

const SHOWN = { hatch: true };

const idOf = ({ db }: OpenStudy, name: string) => allVariables(db).find((variable) => variable.name === name)!.id;

const workingOf = ({ db }: OpenStudy, name: string) =>
  allVariables(db).find((variable) => variable.name === name)!.workingId!;

/** A study with a band, a flag on it, and an interlock on both. */
async function chain(name: string): Promise<OpenStudy> {
  const rows = Array.from({ length: 40 }, (_, k) => [1 + (k % 3), 20 + ((k * 7) % 60)].join(','));
  const study = await studyOfRows(service, name, ['site,age', ...rows]);
  const [site, age] = [idOf(study, 'site'), idOf(study, 'age')];
  const bands = bandsAt([50], 'lower', true);
  const { variable } = await keepWorking(service, study, {
    name: 'old',
    label: 'Old',
    recipe: { kind: 'band', source: age, ends: 'lower', bands, taken: [] },
  });
  await keepWorking(service, study, {
    name: 'young',
    label: 'Young',
    recipe: { kind: 'flags', source: variable, codes: ['1'], yes: 'Yes', no: 'No' },
  });
  await keepWorking(service, study, {
    name: 'both',
    label: 'Both',
    recipe: { kind: 'interlock', sources: [site, variable], between: ', ', empty: false },
  });
  await editEntries(service, study, [{ variable: site, label: 'Site' }]);
  return study;
}

const recut = (study: OpenStudy, edge: number) => ({
  name: 'old',
  label: 'Old',
  recipe: {
    kind: 'band' as const,
    source: idOf(study, 'age'),
    ends: 'lower' as const,
    bands: bandsAt([edge], 'lower', true),
    taken: [],
  },
});

/** Every kind of change, each on a study that stands as `chain` left it. */
const CHANGES: [string, (study: OpenStudy) => Promise<unknown>][] = [
  [
    'a codebook entry that workings stand on',
    (study) =>
      editEntries(service, study, [
        {
          variable: idOf(study, 'site'),
          codes: [
            { code: '1', label: 'North', missing: null },
            { code: '2', label: 'South', missing: 'refused' },
            { code: '3', label: 'West', missing: null },
          ],
        },
      ]),
  ],
  [
    'new workings',
    (study) =>
      keepWorkings(
        service,
        study,
        ['a', 'b'].map((name) => ({ ...recut(study, 30), name, label: name })),
      ),
  ],
  ['a changed working', (study) => editWorking(service, study, workingOf(study, 'old'), recut(study, 30))],
  ['a working taken out', (study) => dropWorking(service, study, workingOf(study, 'both'))],
  [
    'a kept table',
    (study) =>
      saveTable(service, study, null, { title: 'Kept', sentence: bodyAbout(idOf(study, 'old')), shown: SHOWN }),
  ],
  ['an entry taken back', (study) => undoEntry(service, study)],
  ['back to an entry', (study) => goToEntry(service, study, listEntries(study)[1]!.id)],
  [
    'an entry changed in the middle',
    (study) =>
      amendEntry(service, study, listEntries(study)[1]!.id, {
        is: 'changed',
        things: [{ of: 'working', id: workingOf(study, 'old'), recipe: recut(study, 30).recipe }],
      }),
  ],
];

/** Lets the n-th step of some kind fail. */
function breaking(study: OpenStudy, what: 'computation' | 'statement', n: number): { mend: () => void } {
  let left = n;
  const fail = () => {
    if (--left === 0) throw new Error('injected');
  };
  const { run } = service;
  const db: Db = study.db;
  const prepare = db.prepare.bind(db);
  if (what === 'computation')
    service.run = (name, job, signal) => {
      if (name === 'derive') fail();
      return run(name, job, signal);
    };
  else
    db.prepare = (sql: string) => {
      if (/^\s*(INSERT|UPDATE|DELETE)/i.test(sql)) fail();
      return prepare(sql);
    };
  return {
    mend: () => {
      service.run = run;
      db.prepare = prepare;
    },
  };
}

describe('a change that fails inside', () => {
  it.each(CHANGES)(
    'leaves the study as it was: %s',
    async (name, work) => {
      for (const what of ['computation', 'statement'] as const) {
        const study = await chain(`Whole ${name} ${what}`);
        const before = fingerprint(study.db);
        for (let n = 1; ; n++) {
          const broken = breaking(study, what, n);
          const outcome = await work(study).then(
            () => 'done',
            (error: unknown) => String(error),
          );
          broken.mend();
          if (outcome === 'done') break;
          expect(outcome).toContain('injected');
          expect(fingerprint(study.db), `${what} ${n}`).toBe(before);
        }
        expect(fingerprint(study.db)).not.toBe(before);
      }
    },
    60_000,
  );
  it('does all of it again later, on the same study', async () => {
    const study = await chain('Whole after all');
    const broken = breaking(study, 'computation', 1);
    await expect(editWorking(service, study, workingOf(study, 'old'), recut(study, 30))).rejects.toThrow('injected');
    broken.mend();
    await editWorking(service, study, workingOf(study, 'old'), recut(study, 30));
    expect(
      allVariables(study.db)
        .find(({ name }) => name === 'old')
        ?.codes.map(({ label }) => label),
    ).toEqual(['Up to 29', '30 and over']);
    expect(study.db.prepare("SELECT count(*) FROM data_column WHERE origin = 'working'").pluck().get()).toBe(3);
  });
});
