import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { parseWith } from './problem.js';
import { CodebookFileSchema } from './intake-schemas.js';

/** A codebook in JSON, checked. @throws Fault naming the field that is wrong */
export function checkCodebook(json: unknown): CodebookFile {
  return parseWith(CodebookFileSchema, json);
}
