import { createReadStream, existsSync } from 'node:fs';
import { basename } from 'node:path';
import { Fault } from '../core/fault.js';
import type { DocxTemplate } from '../core/report/docx-template-shape.js';
import type { Service } from '../service/context.js';
import { readTemplate } from '../service/template.js';

/**
 * The document whose look another is to take.
 * @param file where it is; undefined: that of the study's template
 * @throws Fault where there is no such file, or it is no document
 */
export async function templateIn(service: Service, file: string | undefined): Promise<DocxTemplate | undefined> {
  if (file === undefined) return undefined;
  if (!existsSync(file)) throw new Fault('not-found', `There is no file ${file}.`, 'Check the path.', { file });
  return readTemplate(service, basename(file), createReadStream(file));
}
