import { titleOf } from '../core/codebook/types.js';
import { sheetOfTable, sheetTable } from '../core/recode/theme/sheet-table.js';
import { writeCsv } from '../formats/csv-write.js';
import { themeWorking } from './codings.js';
import type { OpenStudy, Service } from './context.js';
import { linesOfFile, type SentFile } from './lines-of-file.js';
import { change } from './open-study.js';
import { type KeptWorking, putEdited } from './workings.js';

/** The code sheet of a working as CSV, a line for each theme. @throws Fault where it has none */
export function sheetAsCsv(study: OpenStudy, working: number): { title: string; text: string } {
  const { recipe, variable } = themeWorking(study, working);
  return { title: `${titleOf(variable)} code sheet`, text: writeCsv(sheetTable(recipe.themes)) };
}

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
