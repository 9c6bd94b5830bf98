import { FrozenShape } from '../../core/report/frozen-shape.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { answerTable } from '../../service/table-answer.js';
import { countSentence } from '../../service/count-table.js';
import { freezeTables, thawTables } from '../../service/freeze-tables.js';
import { findFrozen } from '../../service/frozen.js';
import { copyTable, dropTable, findTable, saveTable } from '../../service/saved-tables.js';
import { spreadOf } from '../../service/spread.js';
import { keptSweep, sweep, sweepAsCsv } from '../../service/sweep.js';
import { savedTableAsCsv, tableAsCsv } from '../../service/table-csv.js';
import { mustStandOnEnough, mustSweepEnough } from '../../service/team/least-base.js';
import { discloseBinder, reportProgress, sentencesOfBinder, writeBinder, writeTable } from '../../service/report.js';
import { csvResponse, fileResponse } from '../file-response.js';
import { operation } from '../operation.js';
import {
  CountsSchema,
  KeptTableSchema,
  SavedTableSchema,
  SentenceSchema,
  TableCopySchema,
  TablesSchema,
} from '../schemas.js';
import { SpreadAskedSchema, SpreadSchema } from '../spread-schemas.js';
import { KeptSweepQuerySchema, SweepAskedSchema, SweepCsvSchema, SweepSchema } from '../sweep-schemas.js';
import {
  BinderFileSchema,
  DisclosureAskedSchema,
  DisclosureSchema,
  protectionIn,
  ReportProgressSchema,
  TableAskedSchema,
  TableCsvSchema,
  TableFileSchema,
  WholeAnswerSchema,
} from '../table-schemas.js';
import { z } from '../zod.js';

/** Tables: counted, read, as files, and saved in the binder. */
export const TABLES = [
  operation({
    id: 'countTable',
    method: 'post',
    path: '/studies/{study}/counts',
    summary: 'Count what a sentence asks for; of several blocks each, row items by what they stand by',
    body: SentenceSchema,
    answer: CountsSchema,
    work: async ({ service, study, body }) => {
      const blocks = await countSentence(service, study, sentenceOfBody(body));
      const [only] = blocks;
      return only && blocks.length === 1 ? only : { blocks };
    },
  }),
  operation({
    id: 'answerTable',
    method: 'post',
    path: '/studies/{study}/table',
    summary: 'A table whole, by its parts or by its sentence: counts, percentages, tests, measures, cells, reading',
    body: TableAskedSchema,
    answer: WholeAnswerSchema,
    work: ({ service, study, body }) => answerTable(service, study, body),
  }),
  operation({
    id: 'tableAsCsv',
    method: 'get',
    path: '/studies/{study}/table.csv',
    summary: 'A table as CSV',
    query: TableCsvSchema,
    answer: 'text/csv',
    work: async ({ service, study, signedIn, query: { sentence: body, ...shown } }) => {
      const sentence = sentenceOfBody(body);
      await mustStandOnEnough(service, study, signedIn, [sentence]);
      return csvResponse(await tableAsCsv(service, study, sentence, shown), `${study.id} table`);
    },
  }),
  operation({
    id: 'tableAsFile',
    method: 'get',
    path: '/studies/{study}/table/file',
    summary: 'A table as a document, a workbook, a page, Markdown, JSON or CSV, as it is shown',
    query: TableFileSchema,
    answer: 'application/octet-stream',
    work: async ({ service, study, signedIn, query: { as, sentence, shown, open, ...from } }) => {
      await mustStandOnEnough(service, study, signedIn, [sentenceOfBody(sentence)]);
      const table = { sentence: sentenceOfBody(sentence), shown };
      return fileResponse(await writeTable(service, study, table, { as, protection: protectionIn(from) }), open);
    },
  }),
  operation({
    id: 'binderAsFile',
    method: 'get',
    path: '/studies/{study}/binder/file',
    summary: 'A binder, or tables of it, in one file, with the readings that are kept and a note on methods',
    query: BinderFileSchema,
    answer: 'application/octet-stream',
    work: async ({ service, study, signedIn, query: { open, ...asked } }) => {
      await mustStandOnEnough(service, study, signedIn, sentencesOfBinder(study, asked));
      return fileResponse(await writeBinder(service, study, { ...asked, protection: protectionIn(asked) }), open);
    },
  }),
  operation({
    id: 'binderDisclosure',
    method: 'get',
    path: '/studies/{study}/binder/disclosure',
    summary: 'What the tables of a binder say of few respondents, and what a page to explore withholds of them',
    query: DisclosureAskedSchema,
    answer: DisclosureSchema,
    work: ({ service, study, query }) => discloseBinder(service, study, { ...query, protection: protectionIn(query) }),
  }),
  operation({
    id: 'binderProgress',
    method: 'get',
    path: '/studies/{study}/binder/progress',
    summary: 'How far the file of the binder is that is being written',
    answer: ReportProgressSchema,
    work: ({ service, study }) => reportProgress(service, study),
  }),
  operation({
    id: 'spread',
    method: 'post',
    path: '/studies/{study}/spread',
    summary: 'How numbers lie: densities of one by group; or two of each respondent, with r and a line',
    body: SpreadAskedSchema,
    answer: SpreadSchema,
    work: ({ service, study, body }) => spreadOf(service, study, body),
  }),
  operation({
    id: 'sweep',
    method: 'post',
    path: '/studies/{study}/sweep',
    summary:
      'Many variables by the same groups: n, lead test, p adjusted over the list, strength and direction of each',
    body: SweepAskedSchema,
    answer: SweepSchema,
    work: ({ service, study, body }) => sweep(service, study, body),
  }),
  operation({
    id: 'sweepAsCsv',
    method: 'get',
    path: '/studies/{study}/sweep.csv',
    summary: 'A sweep as CSV',
    query: SweepCsvSchema,
    answer: 'text/csv',
    work: async ({ service, study, signedIn, query }) => {
      if (service.team) mustSweepEnough(service, study, signedIn, await sweep(service, study, query.asked));
      return csvResponse(await sweepAsCsv(service, study, query.asked), `${study.id} sweep`);
    },
  }),
  operation({
    id: 'saveTable',
    method: 'post',
    path: '/studies/{study}/tables',
    summary: 'Save a table in the binder',
    changes: true,
    body: SavedTableSchema,
    answer: KeptTableSchema,
    status: 201,
    work: ({ service, study, body }) => saveTable(service, study, null, body),
  }),
  operation({
    id: 'getTable',
    method: 'get',
    path: '/studies/{study}/tables/{table}',
    summary: 'A saved table',
    answer: KeptTableSchema,
    work: ({ study, params }) => findTable(study, params.table),
  }),
  operation({
    id: 'replaceTable',
    method: 'put',
    path: '/studies/{study}/tables/{table}',
    summary: 'Change a saved table',
    changes: true,
    body: SavedTableSchema,
    answer: KeptTableSchema,
    work: ({ service, study, params, body }) => saveTable(service, study, params.table, body),
  }),
  operation({
    id: 'copyTable',
    method: 'post',
    path: '/studies/{study}/tables/{table}/copy',
    summary: 'Copy a saved table to the end of a binder; of a frozen one the copy is frozen as it is',
    changes: true,
    body: TableCopySchema,
    answer: KeptTableSchema,
    status: 201,
    work: ({ service, study, params, body }) => copyTable(service, study, params.table, body.binder),
  }),
  operation({
    id: 'freezeTables',
    method: 'post',
    path: '/studies/{study}/freeze',
    summary: 'Freeze saved tables: their figures, pictures and readings stay, whatever becomes of the study',
    changes: true,
    body: TablesSchema,
    answer: z.array(KeptTableSchema),
    work: ({ service, study, body }) => freezeTables(service, study, body.tables),
  }),
  operation({
    id: 'thawTables',
    method: 'post',
    path: '/studies/{study}/thaw',
    summary: 'Thaw saved tables: they follow the study again',
    changes: true,
    body: TablesSchema,
    answer: z.array(KeptTableSchema),
    work: ({ service, study, body }) => thawTables(service, study, body.tables),
  }),
  operation({
    id: 'frozenTable',
    method: 'get',
    path: '/studies/{study}/frozen/{frozen}',
    summary: 'What was kept of a table when it was frozen: its sentence, the codebook of then, its counts',
    answer: FrozenShape,
    work: ({ study, params }) => findFrozen(study, params.frozen),
  }),
  operation({
    id: 'dropTable',
    method: 'delete',
    path: '/studies/{study}/tables/{table}',
    summary: 'Take a table out of the binder',
    changes: true,
    work: ({ service, study, params }) => dropTable(service, study, params.table),
  }),
  operation({
    id: 'keptSweep',
    method: 'get',
    path: '/studies/{study}/tables/{table}/sweep',
    summary: 'A sweep that is saved: its lines as the study is now, and of a frozen one as it was then',
    query: KeptSweepQuerySchema,
    answer: SweepSchema,
    work: ({ service, study, params, query }) => keptSweep(service, study, params.table, query.now === true),
  }),
  operation({
    id: 'savedTableAsCsv',
    method: 'get',
    path: '/studies/{study}/tables/{table}/csv',
    summary: 'A saved table as CSV',
    answer: 'text/csv',
    work: async ({ service, study, params, signedIn }) => {
      const sentence = sentenceOfBody(findTable(study, params.table).sentence);
      await mustStandOnEnough(service, study, signedIn, [sentence]);
      const { text, title } = await savedTableAsCsv(service, study, params.table);
      return csvResponse(text, title);
    },
  }),
] as const;
