import type { Readable } from 'node:stream';
import { titleOf } from '../core/codebook/types.js';
import type { FileLine } from '../core/recode/theme/file-lines.js';
import { sheetOfTable, sheetTable } from '../core/recode/theme/sheet-table.js';
import { writeCsv } from '../formats/csv-write.js';
import { themeWorking } from './codings.js';
import type { OpenStudy, Service } from './context.js';
import { change } from './open-study.js';
import { withSentFile } from './with-sent-file.js';
import { type KeptWorking, putEdited } from './workings.js';

/** A file that was sent, by the name that its sender gives it. */
interface SentFile {
  name: string;
  body: Readable;
}

/** The code sheet of a working as CSV, a line for each theme. @throws Fault where it has none */
export function sheetAsCsv(study: OpenStudy, working: number): { title: string; text: string } {
  const { recipe, variable } = themeWorking(study, working);
  return { title: `${titleOf(variable)} code sheet`, text: writeCsv(sheetTable(recipe.themes)) };
}

/**
 * The lines of a small table that was sent, in whatever encoding and with whatever separator: what they say is read
 * where they are wanted.
 * @throws Fault where it is too large, or no text
 */
export const linesOfFile = (service: Service, { name, body }: SentFile): Promise<FileLine[]> =>
  withSentFile(service, name, body, (path) => service.run('file-lines', { path, file: name }));

/**
 * Takes a code sheet in that was written elsewhere, as one change of its working.
 * @throws Fault naming the line that cannot be taken
 */
export function importSheet(service: Service, study: OpenStudy, working: number, sent: SentFile): Promise<KeptWorking> {
  return change(service, study, async () => {
    const { recipe, variable } = themeWorking(study, working);
    const themes = sheetOfTable(await linesOfFile(service, sent), recipe.themes);
    const { name, label } = variable;
    return putEdited(service, study, working, { name, label, recipe: { ...recipe, themes } });
  });
}
