import { type CodebookFile, CodebookFileShape } from '../core/codebook/codebook-file.js';
import { parseWith } from './problem.js';

/** A codebook in JSON, checked. @throws Fault naming the field that is wrong */
export function checkCodebook(json: unknown): CodebookFile {
  return parseWith(CodebookFileShape, json);
}
