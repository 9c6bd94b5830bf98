import { cpSync } from 'node:fs';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { openStudy } from '../open-study.js';
import { faultOf, serviceForTests } from '../test-study.js';
import { acceptIntake } from './accept.js';
import { doneInStudy } from './done-in-study.js';
import { joinStudy } from './join.js';
import { findIntake } from './read.js';
import { receiveFile } from './receive.js';
import { folderOf } from './record.js';
import { waitingIntakes } from './waiting.js';

const service = serviceForTests();
const receive = () => receiveFile(service, 'plots.csv', Readable.from(['id,a\n1,1\n2,2\n']));

/** Does something with a file that waits, as if the server had been killed before the file was cleared away. */
async function killedBeforeClearing(id: string, work: () => Promise<unknown>): Promise<void> {
  const kept = `${folderOf(service, id)}-kept`;
  cpSync(folderOf(service, id), kept, { recursive: true });
  await work();
  cpSync(kept, folderOf(service, id), { recursive: true });
}

const waits = async (id: string) => (await waitingIntakes(service)).some((intake) => intake.id === id);

describe('a file that is in a study', () => {
  it('waits no longer where it became one, and says what it became', async () => {
    const { id } = await receive();
    let study = '';
    await killedBeforeClearing(id, async () => (study = await acceptIntake(service, id, { name: 'Plots' })));
    expect((await faultOf(findIntake(service, id))).message).toContain(`became the study ${study}`);
    expect(await waits(id)).toBe(false);
  });

  it('is taken from the list where it went into one', async () => {
    const study = openStudy(service, await acceptIntake(service, (await receive()).id, { name: 'Two waves' }));
    const { id } = await receive();
    await findIntake(service, id);
    await killedBeforeClearing(id, () => joinStudy(service, study, id, { as: 'wave' }));
    expect(await waits(id)).toBe(false);
    expect(await doneInStudy(service, id)).toBe(study.id);
  });

  it('still waits where the server ended before the study was there', async () => {
    const { id } = await receive();
    expect(await doneInStudy(service, id)).toBeNull();
    expect(await waits(id)).toBe(true);
  });
});
