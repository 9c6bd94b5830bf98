import { randomBytes } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { DocxTemplate } from '../core/report/docx-template-shape.js';
import { touchStudy } from '../store/study.js';
import { keepTemplate, keptTemplate } from '../store/template.js';
import { mustEnd, type OpenStudy, type Service } from './context.js';
import { limited } from './intake/limited.js';
import { change } from './open-study.js';

/** The largest document that is taken: pictures in it are not looked at. */
const MOST_BYTES = 64 * 1024 ** 2;

/**
 * Reads a document whose look others are to take, in a thread; nothing of the file stays.
 * @param name what it is called, for messages
 * @throws Fault where it is no document of a word processor, or too large
 */
export function readTemplate(service: Service, name: string, body: Readable): Promise<DocxTemplate> {
  const folder = join(service.folder, 'exports', randomBytes(9).toString('hex'));
  const path = join(folder, 'template.docx');
  const received = async () => {
    await mkdir(folder, { recursive: true });
    try {
      await pipeline(body, limited(name, MOST_BYTES), createWriteStream(path));
      return await service.run('template', { path, file: name });
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  };
  return mustEnd(service, received());
}

/** Whose look the documents of a study take; null: ours. */
export const templateOf = ({ db }: OpenStudy): DocxTemplate | null => keptTemplate(db);

/** Has the documents of a study take the look of another; null: ours. It changes no figure, and is no entry. */
export function setTemplate(
  service: Service,
  study: OpenStudy,
  template: DocxTemplate | null,
): Promise<DocxTemplate | null> {
  return change(service, study, () => {
    const { db } = study;
    db.transaction(() => {
      keepTemplate(db, template);
      touchStudy(db);
    }).immediate();
    return template;
  });
}
