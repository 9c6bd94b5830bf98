import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Service } from './context.js';

/** Where the files of studies are kept as they were before they were brought up to date. */
const olderFolder = ({ folder }: Pick<Service, 'folder'>) => join(folder, 'before-upgrade');

/** Brings a study's file up to date, off the event loop; as it was, it is kept. @returns where */
export async function upgradeStudy(service: Service, id: string, file: string, version: number): Promise<string> {
  mkdirSync(olderFolder(service), { recursive: true });
  const day = new Date().toISOString().slice(0, 19).replaceAll(':', '');
  const kept = join(olderFolder(service), `${id}-version-${version}-${day}.sqlite`);
  await service.run('copy', { from: file, to: kept });
  await service.run('upgrade', { file });
  service.log.info({ study: id, version, kept }, 'a study was brought up to date; as it was, it is kept');
  return kept;
}
