import { createReadStream, existsSync } from 'node:fs';
import { basename } from 'node:path';
import { Fault } from '../core/fault.js';
import { planCodebookFile } from '../service/codebook-file.js';
import type { Service } from '../service/context.js';
import { editEntries } from '../service/edit-variable.js';
import { readyStudy } from '../service/open-study.js';
import { viewStudy } from '../service/roster.js';
import { studyId } from './study-id.js';

/**
 * What a codebook changes in a study, a line a field: variable, field, before, after; behind them what is not taken
 * over.
 * @param keep whether the change is made
 */
export async function takeCodebook(service: Service, called: string, file: string, keep: boolean): Promise<string> {
  if (!existsSync(file)) throw new Fault('not-found', `There is no file ${file}.`, 'Check the path.', { file });
  const study = await readyStudy(service, studyId(service, called));
  const name = basename(file);
  const plan = await planCodebookFile(service, study, name, createReadStream(file));
  const names = new Map(viewStudy(study).variables.map((variable) => [variable.id, variable.name]));
  const lines = plan.lines.map(({ variable, field, before, after }) => [
    names.get(variable) ?? '',
    field,
    before,
    after,
  ]);
  const notes = [
    ...plan.remarks,
    ...plan.leftAlone,
    ...plan.unknown.map((unknownName) => `${unknownName} is not in the study.`),
  ];
  if (keep && plan.edits.length > 0) await editEntries(service, study, plan.edits, `Codebook ${name}`.slice(0, 200));
  return [...lines.map((parts) => parts.join('\t')), ...notes.map((note) => `# ${note}`), ''].join('\n');
}
