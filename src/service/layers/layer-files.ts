import { randomBytes } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { layerOf } from '../../core/team/layer-id.js';
import { closeForMove, createStudyFile, removeStudyFile } from '../../store/open.js';
import { letGoOfBase, ownFolder, standOnBase, startOwnLayer } from '../../store/own-layer.js';
import type { OpenStudy, Service } from '../context.js';
import { land } from '../land.js';
import { makeFolder } from '../make-folder.js';

/** Where somebody's own layer over a study is kept. */
export const ownFile = ({ folder }: Pick<Service, 'folder'>, id: string) => join(ownFolder(folder), `${id}.sqlite`);

/** Own layers over a study that are open. */
const openLayers = (service: Service, study: string): OpenStudy[] =>
  [...service.studies.values()].filter(({ id }) => {
    const layer = layerOf(id);
    return layer.person !== null && layer.study === study;
  });

/** Makes somebody's own layer over a study, where there is none yet: beside its place, to be there when whole. */
export async function makeOwnLayer(service: Service, base: OpenStudy, person: number, id: string): Promise<void> {
  const file = ownFile(service, id);
  if (existsSync(file)) return;
  makeFolder(dirname(file));
  const part = `${file}.part-${randomBytes(6).toString('hex')}`;
  try {
    const db = createStudyFile(part);
    startOwnLayer(db, { base: base.file, person, id });
    letGoOfBase(db);
    closeForMove(db);
    await land(part, file);
  } finally {
    removeStudyFile(part);
  }
}

/**
 * Has all own layers over a study let go of its file while it is moved. Their threads open it anew when they need it.
 * @param move from here on nobody has the file open but whoever moves it, until it waits for something
 */
export async function withoutLayers<T>(service: Service, study: string, move: () => Promise<T>): Promise<T> {
  const layers = openLayers(service, study);
  for (const { file } of layers) await service.forget(file);
  for (const { db } of layers) letGoOfBase(db);
  try {
    return await move();
  } finally {
    for (const { db, file } of layers) standAgain(db, file);
  }
}

/** A study that went into the bin is not there to stand on; who opens the layer is told then. */
function standAgain(db: OpenStudy['db'], file: string): void {
  try {
    standOnBase(db, file);
  } catch {
    db.close();
  }
}

/** Closes the own layers over a study that is not there any more; they are opened anew when it is again. */
export function forgetLayers(service: Service, study: string): void {
  for (const { id, db } of openLayers(service, study)) {
    service.studies.delete(id);
    service.ready.delete(id);
    if (db.open) db.close();
  }
}

/** Takes all own layers over a study away for good. */
export async function removeLayers(service: Service, study: string): Promise<void> {
  forgetLayers(service, study);
  const folder = ownFolder(service.folder);
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder)) {
    const id = name.split('.')[0] ?? '';
    const { study: of, person } = layerOf(id);
    if (person === null || of !== study) continue;
    await service.forget(ownFile(service, id));
    removeStudyFile(join(folder, name));
  }
}
