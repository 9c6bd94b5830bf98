import { readdir, rm } from 'node:fs/promises';
import { intakesFolder, type Service } from '../context.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';
import { doneInStudy } from './done-in-study.js';
import { noteDone } from './done.js';
import { stopReading } from './read.js';
import { folderOf, readRecord } from './record.js';

/** A file that came in and was neither accepted nor discarded. */
export interface WaitingIntake extends Pick<IntakeRecord, 'id' | 'fileName' | 'bytes' | 'created'> {
  /** Null until it was read to its end. */
  respondents: number | null;
  /** The day on which it is removed if nobody decides; null: it waits for ever. */
  until: string | null;
}

const DAY_MS = 24 * 60 * 60 * 1000;

/** When a file that came at some moment is removed; null: never. */
function untilOf({ waitingDays }: Service, created: string): Date | null {
  return waitingDays === 0 ? null : new Date(new Date(created).getTime() + waitingDays * DAY_MS);
}

/** A file that waits; null where it is in a study already. */
const recordOf = async (service: Service, id: string) =>
  (await doneInStudy(service, id)) === null ? readRecord(service, id) : null;

/** Files that wait, the newest first. */
export async function waitingIntakes(service: Service): Promise<WaitingIntake[]> {
  const names = await readdir(intakesFolder(service));
  const intakes = await Promise.all(
    // One that is being accepted or discarded at this moment is gone.
    names.map((name) => recordOf(service, name).catch(() => null)),
  );
  return intakes
    .flatMap((record) => {
      if (!record) return [];
      const { id, fileName, bytes, created, read } = record;
      const until = untilOf(service, created)?.toISOString() ?? null;
      return [{ id, fileName, bytes, created, respondents: read?.respondents ?? null, until }];
    })
    .sort((a, b) => b.created.localeCompare(a.created));
}

/** Removes files that nobody decided on, on the day that the list said. What was removed is told to who asks for it. */
export async function removeOldIntakes(service: Service): Promise<void> {
  for (const { id, fileName, until } of await waitingIntakes(service)) {
    if (until === null || new Date(until).getTime() > Date.now()) continue;
    await noteDone(service, id, { is: 'removed', fileName, study: null });
    await stopReading(service, id);
    await rm(folderOf(service, id), { recursive: true, force: true });
    service.log.warn({ intake: id, file: fileName, until }, 'a file that waited too long was removed');
  }
}
