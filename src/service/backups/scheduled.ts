import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { mustEnd, type Service } from '../context.js';
import { backUpStore } from './back-up-store.js';
import { isStoreBackup } from './manifest.js';

const HOUR = 3_600_000;

export interface Schedule {
  folder: string;
  /** Hours between backups. */
  every: number;
  /** How many are kept. */
  keep: number;
}

/** Backups in a folder, the oldest first. */
export const backupsIn = (folder: string): string[] =>
  (existsSync(folder) ? readdirSync(folder) : [])
    .filter((name) => name.startsWith('hatch-count-') && isStoreBackup(join(folder, name)))
    .sort();

/** Takes away the oldest backups of a folder, but for the newest few. */
export function keepNewest(folder: string, keep: number): void {
  for (const name of backupsIn(folder).slice(0, -keep)) rmSync(join(folder, name), { recursive: true, force: true });
}

/** When the last backup was made, in milliseconds; 0: never. */
const lastMade = (folder: string): number => {
  const stamp = /hatch-count-(.+)T(\d\d)-(\d\d)-(\d\d)-(\d+)Z/.exec(backupsIn(folder).at(-1) ?? '');
  return stamp ? Date.parse(`${stamp[1]}T${stamp[2]}:${stamp[3]}:${stamp[4]}.${stamp[5]}Z`) : 0;
};

/** Backs a server's store up every few hours, counted from the last backup that there is, and keeps the newest few. */
export function backUpOnSchedule(service: Service, { folder, every, keep }: Schedule): void {
  let timer: NodeJS.Timeout | undefined;
  const work = async () => {
    try {
      const place = await backUpStore(service.folder, folder);
      keepNewest(folder, keep);
      service.log.info({ place }, 'backed up');
      plan(1000);
    } catch (error) {
      service.log.error({ err: error }, 'the backup failed');
      // It is not tried again at once.
      plan(HOUR);
    }
  };
  const plan = (least: number) => {
    const wait = Math.max(least, lastMade(folder) + every * HOUR - Date.now());
    timer = setTimeout(() => void mustEnd(service, work()), Math.min(wait, 24 * HOUR));
    timer.unref();
  };
  plan(1000);
  service.closing.push(() => clearTimeout(timer));
}
