import { describe, expect, it } from 'vitest';
import type { Intake, Key } from '../../api/types.js';
import { fetched, keptUnder, refresh, restIsStale, showIntake, stale, STUDY } from './stale.js';

const LEDGER: Key = 'GET /studies/{study}/ledger';
const DRAFTS: Key = 'GET /studies/{study}/drafts';
const COMPARED: Key = 'GET /intakes/{intake}/comparison' as Key;
const INTAKE: Key = 'GET /intakes/{intake}';
const STUDIES: Key = 'GET /studies';

const of = (study: string) => ({ study });
/** What is kept of two studies, a file that waits and the list of studies; none of it is stale. */
function keep(): void {
  fetched.clear();
  for (const study of ['plots', 'weir']) {
    for (const key of [STUDY, LEDGER, DRAFTS]) fetched.setQueryData(keptUnder(key, of(study)), []);
  }
  fetched.setQueryData(keptUnder(COMPARED, { ...of('plots'), intake: 'x' }), []);
  fetched.setQueryData(keptUnder(INTAKE, { intake: 'x' }), { id: 'x' });
  fetched.setQueryData(keptUnder(STUDIES, {}), []);
}

const staleNow = () =>
  fetched
    .getQueryCache()
    .getAll()
    .filter((query) => query.state.isInvalidated)
    .map(({ queryKey: [key, asked] }) => `${String(key)} ${JSON.stringify(asked)}`);

describe('what a change makes stale', () => {
  it('is all of its study but drafts and comparisons, and the lists of studies', async () => {
    keep();
    await stale(of('plots'));
    expect(staleNow().sort()).toEqual([
      'GET /studies {}',
      'GET /studies/{study} {"study":"plots"}',
      'GET /studies/{study}/ledger {"study":"plots"}',
    ]);
  });

  it('of no study is the lists alone', async () => {
    keep();
    await stale({});
    expect(staleNow()).toEqual(['GET /studies {}']);
  });

  it('is the study with what stands beside it, or what stands beside it alone', async () => {
    keep();
    await refresh('weir');
    expect(staleNow()).toHaveLength(2);
    keep();
    restIsStale('weir');
    expect(staleNow()).toEqual(['GET /studies/{study}/ledger {"study":"weir"}']);
  });
});

describe('a file that waits', () => {
  it('is shown as its change answered, and compared again', async () => {
    keep();
    await showIntake({ id: 'x', fileName: 'b.csv' } as Intake);
    expect(fetched.getQueryData(keptUnder(INTAKE, { intake: 'x' }))).toMatchObject({ fileName: 'b.csv' });
    expect(staleNow()).toHaveLength(1);
    expect(staleNow()[0]).toContain('"intake":"x"');
  });
});
