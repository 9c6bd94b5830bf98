import { describe, expect, it } from 'vitest';
import { keepRequest } from '../store/requests.js';
import { editStudy } from './studies.js';
import { once } from './once.js';
import { saveTable } from './saved-tables.js';
import { faultOf, serviceForTests, studyOfRows } from './test-study.js';

const service = serviceForTests();
const asked = (key: string, study: string | null, fingerprint = 'a') => ({ key, fingerprint, study });
const shown = { hatch: true };

describe('a change under a key', () => {
  it('is made once, and answered the same, also while it is under way', async () => {
    const study = await studyOfRows(service, 'Plots', ['a,b', '1,2', '2,1']);
    const save = () =>
      saveTable(service, study, null, {
        title: 'T',
        sentence: { rows: 1, by: null, within: null, weight: null, only: [] },
        shown,
      });
    const [first, same] = await Promise.all([1, 2].map(() => once(service, asked('key-0001', study.id), save)));
    expect(same).toEqual(first);
    expect(await once(service, asked('key-0001', study.id), save)).toEqual(JSON.parse(JSON.stringify(first)));
    expect(study.db.prepare('SELECT count(*) FROM saved_table').pluck().get()).toBe(1);
    await once(service, asked('key-0002', study.id), save);
    expect(study.db.prepare('SELECT count(*) FROM saved_table').pluck().get()).toBe(2);
  });

  it('is refused where the key was another’s, and done again where it failed', async () => {
    const study = await studyOfRows(service, 'Weir', ['a', '1']);
    let tries = 0;
    const work = () => {
      tries++;
      return tries === 1 ? Promise.reject(new Error('no')) : editStudy(service, study, { name: 'Weir End' });
    };
    await expect(once(service, asked('key-0001', study.id), work)).rejects.toThrow('no');
    expect((await once(service, asked('key-0001', study.id), work)).name).toBe('Weir End');
    const other = await faultOf(once(service, asked('key-0001', study.id, 'b'), work));
    expect([other.kind, tries]).toEqual(['unsupported', 2]);
  });

  it('is known to be done where the server ended before it answered', async () => {
    const study = await studyOfRows(service, 'Mill', ['a', '1']);
    keepRequest(study.db, 'key-0009', { fingerprint: 'a', answer: null });
    const fault = await faultOf(once(service, asked('key-0009', study.id), () => Promise.resolve(1)));
    expect([fault.kind, fault.message]).toEqual(['conflict', expect.stringContaining('done already')]);
  });

  it('of no study is remembered by the store', async () => {
    let times = 0;
    const work = () => Promise.resolve({ times: ++times });
    for (let k = 0; k < 3; k++) expect(await once(service, asked('key-0003', null), work)).toEqual({ times: 1 });
  });
});
