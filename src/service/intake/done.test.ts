import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { faultOf, serviceForTests } from '../test-study.js';
import { acceptIntake } from './accept.js';
import { doneWith, sayDone } from './done.js';
import { findIntake } from './read.js';
import { receiveFile } from './receive.js';

const service = serviceForTests();

describe('what became of a file', () => {
  it('is known: who accepts it again is given the same study', async () => {
    const { id } = await receiveFile(service, 'plots.csv', Readable.from(['a\n1\n2\n']));
    expect(await doneWith(service, id)).toBeNull();
    const study = await acceptIntake(service, id, { name: 'Plots' });
    expect(await acceptIntake(service, id, { name: 'Plots' })).toBe(study);
    expect(await doneWith(service, id)).toMatchObject({ is: 'accepted', study });
    expect((await faultOf(findIntake(service, id))).message).toContain(`plots.csv became the study ${study} on`);
  });

  it('is said of what was joined or removed, and nothing of what nobody knows', async () => {
    const done = { fileName: 'a.csv', at: '2026-11-27T10:00:00Z' };
    expect(sayDone({ ...done, is: 'joined', study: 'plots' })).toBe(' a.csv went into the study plots on 2026-11-27.');
    expect(sayDone({ ...done, is: 'removed', study: null })).toContain('waited too long');
    expect(sayDone(null)).toBe('');
    expect(await doneWith(service, '../../token')).toBeNull();
  });
});
