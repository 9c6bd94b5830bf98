import { readdir } from 'node:fs/promises';
import { intakesFolder, type Service } from '../context.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';
import { readRecord } from './record.js';

/** A file that came in and was neither accepted nor discarded. */
export interface WaitingIntake extends Pick<IntakeRecord, 'id' | 'fileName' | 'bytes' | 'created'> {
  /** Null until it was read to its end. */
  respondents: number | null;
}

/** Files that wait, the newest first. */
export async function waitingIntakes(service: Service): Promise<WaitingIntake[]> {
  const names = await readdir(intakesFolder(service));
  const intakes = await Promise.all(
    // One that is being accepted or discarded at this moment is gone.
    names.map((name) => readRecord(service, name).catch(() => null)),
  );
  return intakes
    .flatMap((record) => {
      if (!record) return [];
      const { id, fileName, bytes, created, read } = record;
      return [{ id, fileName, bytes, created, respondents: read?.respondents ?? null }];
    })
    .sort((a, b) => b.created.localeCompare(a.created));
}
