import { FiguresWordSchema, TableAskedSchema } from '../api/table-schemas.js';
import { parseWith } from '../core/parse-with.js';
import { Fault } from '../core/fault.js';
import { readSummary, saySummary } from '../core/table/summary-words.js';
import type { SummaryShown } from '../core/table/summary-shape.js';
import { type Shown, ShownShape } from '../core/table/shown-shape.js';
import { displayOf } from '../core/table/display.js';
import { formatFor } from './binder.js';
import { said } from './said.js';
import { studyId } from './study-id.js';
import { templateIn } from './template-in.js';
import { mustBeFree, writeFileTo } from './write-file.js';
import type { Service } from '../service/context.js';
import { writeTable } from '../service/report.js';
import { tableAsCsv } from '../service/table-csv.js';
import { readyStudy } from '../service/open-study.js';
import { answerTable, readAsked } from '../service/table-answer.js';

export interface TableFlags {
  order?: string | undefined;
  sort?: string | undefined;
  sortNest?: string | undefined;
  sortFigure?: string | undefined;
  ascending?: boolean;
  predicted?: string[];
  full?: boolean;
  figures?: string | undefined;
  summary?: string | undefined;
  csv?: boolean;
  as?: string | undefined;
  output?: string | undefined;
  picture?: string | undefined;
  /** Of a document: the file whose look it takes. */
  template?: string | undefined;
}

/** How a summary is shown, out of words with commas. @throws Fault naming a word that says nothing of it */
function summaryIn(text: string): SummaryShown | undefined {
  const words = text.split(',').map((word) => `summary-${word.trim()}`);
  const summary = readSummary(new Set(words));
  const known = saySummary(summary ?? {});
  const unknown = words.filter((word) => !known.includes(word));
  if (unknown.length === 0) return summary;
  throw new Fault(
    'invalid',
    `“${unknown.map((word) => word.replace('summary-', '')).join(', ')}” says nothing of a summary.`,
    'Words are missing-row, missing-none, one-line, without-p, without-test, without-measure, p-holm, p-bonferroni ' +
      'and p-benjamini-hochberg.',
    { field: 'summary' },
  );
}

/** A picture that is asked for stands beside the table. @throws Fault where there is none of that name */
const pictureIn = ({ picture }: TableFlags): Pick<Shown, 'picture' | 'handed'> =>
  picture === undefined ? {} : { picture: parseWith(ShownShape.shape.picture, picture), handed: 'both' };

/** What the command `table` prints: the whole answer as JSON on one line, or the table as CSV. */
export async function sayTable(service: Service, called: string, text: string, flags: TableFlags): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const { order, sort, sortFigure, ascending, predicted, full } = flags;
  const sortNest = flags.sortNest === undefined ? undefined : Number(flags.sortNest);
  const how = { order, sort, sortNest, sortFigure, ascending, predicted, full };
  const summary = flags.summary === undefined ? undefined : summaryIn(flags.summary);
  const asked = parseWith(TableAskedSchema, said(text, { ...how, summaryShown: summary }));
  const figures = flags.figures === undefined ? undefined : parseWith(FiguresWordSchema, flags.figures);
  if (flags.as !== undefined || flags.output !== undefined) {
    const as = formatFor(flags.as, flags.output);
    if (flags.output !== undefined) mustBeFree(flags.output);
    const shown = {
      hatch: true,
      ...displayOf(asked),
      ...(figures ? { figures } : {}),
      ...(summary ? { summary } : {}),
      ...pictureIn(flags),
    };
    const file = await writeTable(
      service,
      study,
      { sentence: readAsked(study, asked), shown },
      {
        as,
        template: await templateIn(service, flags.template),
      },
    );
    return `${await writeFileTo(file, flags.output)}\n`;
  }
  if (flags.csv !== true) return `${(await answerTable(service, study, asked)).text}\n`;
  return tableAsCsv(service, study, readAsked(study, asked), { ...displayOf(asked), figures, summary });
}
