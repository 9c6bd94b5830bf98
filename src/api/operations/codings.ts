import {
  agreementIn,
  answersToCode,
  codingsAsCsv,
  importCodings,
  keepCodings,
  quoteAnswer,
} from '../../service/codings.js';
import { importSheet, sheetAsCsv } from '../../service/code-sheet.js';
import { linesOfFile } from '../../service/lines-of-file.js';
import { fileSent, type WantedFile } from '../../service/intake/file-sent.js';
import {
  AgreementQuery,
  AgreementSchema,
  AnswersToCodeSchema,
  CoderQuery,
  CodingsFileQuery,
  CodingsKeptSchema,
  CodingsSchema,
  CodingsTakenSchema,
  FileLinesSchema,
  QuotationSchema,
  SheetHistorySchema,
} from '../coding-schemas.js';
import { sheetHistory } from '../../service/sheet-history.js';
import { csvResponse } from '../file-response.js';
import { nameQuery } from '../name-query.js';
import { operation } from '../operation.js';
import { KeptWorkingSchema } from '../schemas.js';

const CODINGS_WANTED: WantedFile = { unnamed: 'codings', mend: 'Choose a CSV file.' };
const SHEET_WANTED: WantedFile = { unnamed: 'code sheet', mend: 'Choose a CSV file with a column “theme”.' };

/** Answers in words that are coded by hand. The code sheet and the coders are in the recipe of the working. */
export const CODINGS = [
  operation({
    id: 'answersToCode',
    method: 'get',
    path: '/studies/{study}/workings/{working}/answers',
    showsRows: true,
    summary: 'The different answers of a working of themes, with what one coder said of them, or with what counts',
    query: CoderQuery,
    answer: AnswersToCodeSchema,
    work: ({ service, study, params, query }) => answersToCode(service, study, params.working, query.coder),
  }),
  operation({
    id: 'keepCodings',
    method: 'post',
    path: '/studies/{study}/workings/{working}/codings',
    summary: 'Say which themes answers have, or settle what coders said differently',
    changes: true,
    body: CodingsSchema,
    answer: CodingsKeptSchema,
    work: ({ service, study, params, body }) => keepCodings(service, study, params.working, body),
  }),
  operation({
    id: 'quoteAnswer',
    method: 'put',
    path: '/studies/{study}/workings/{working}/quotation',
    showsRows: true,
    summary: 'Mark an answer that was coded as a quotation, names struck out, or let it be none',
    changes: true,
    body: QuotationSchema,
    answer: CodingsKeptSchema,
    work: ({ service, study, params, body }) => quoteAnswer(service, study, params.working, body),
  }),
  operation({
    id: 'codingsAsCsv',
    method: 'get',
    path: '/studies/{study}/workings/{working}/codings/file',
    showsRows: true,
    summary: 'Codings as CSV, a line for each answer and coder, also those that are not coded yet',
    query: CoderQuery,
    answer: 'text/csv',
    work: async ({ service, study, params, query }) => {
      const { text, title } = await codingsAsCsv(service, study, params.working, query.coder);
      return csvResponse(text, title);
    },
  }),
  operation({
    id: 'importCodings',
    method: 'put',
    path: '/studies/{study}/workings/{working}/codings/file',
    summary: 'Take codings in that were made elsewhere: CSV with the columns answer, coder, verdict and themes',
    changes: true,
    query: CodingsFileQuery,
    body: 'file',
    answer: CodingsTakenSchema,
    work: ({ service, study, params, query, request }) => {
      const sent = fileSent(query.file, request.body, CODINGS_WANTED);
      return importCodings(service, study, params.working, { ...sent, coder: query.coder });
    },
  }),
  operation({
    id: 'sheetAsCsv',
    method: 'get',
    path: '/studies/{study}/workings/{working}/sheet/file',
    summary: 'The code sheet of a working of themes as CSV, a line for each theme',
    answer: 'text/csv',
    work: ({ study, params }) => {
      const { text, title } = sheetAsCsv(study, params.working);
      return csvResponse(text, title);
    },
  }),
  operation({
    id: 'importSheet',
    method: 'put',
    path: '/studies/{study}/workings/{working}/sheet/file',
    summary:
      'Take a code sheet in that was written elsewhere: CSV with the columns number, theme, under, merged into, ' +
      'definition, belongs and not, of which theme alone is needed. Themes that it does not name stay',
    changes: true,
    query: nameQuery('file'),
    body: 'file',
    answer: KeptWorkingSchema,
    work: ({ service, study, params, query, request }) =>
      importSheet(service, study, params.working, fileSent(query.file, request.body, SHEET_WANTED)),
  }),
  operation({
    id: 'linesOfFile',
    method: 'post',
    path: '/studies/{study}/file-lines',
    summary: 'The lines of a small table that is sent, to use them in a draft; nothing is changed',
    query: nameQuery('file'),
    body: 'file',
    answer: FileLinesSchema,
    work: ({ service, query, request }) => linesOfFile(service, fileSent(query.file, request.body, SHEET_WANTED)),
  }),
  operation({
    id: 'sheetHistory',
    method: 'get',
    path: '/studies/{study}/workings/{working}/sheet/history',
    summary: 'How a code sheet came to be what it is: what was merged, split, nested, renamed, and when',
    answer: SheetHistorySchema,
    work: ({ study, params }) => sheetHistory(study, params.working),
  }),
  operation({
    id: 'codingAgreement',
    method: 'get',
    path: '/studies/{study}/workings/{working}/agreement',
    summary: 'How two coders agree, theme by theme and over all, and on which answers they differ',
    query: AgreementQuery,
    answer: AgreementSchema,
    work: ({ study, params, query }) => agreementIn(study, params.working, query),
  }),
] as const;
