import { agreementIn, answersToCode, codingsAsCsv, importCodings, keepCodings } from '../../service/codings.js';
import { fileSent } from '../../service/intake/file-sent.js';
import {
  AgreementQuery,
  AgreementSchema,
  AnswersToCodeSchema,
  CoderQuery,
  CodingsFileQuery,
  CodingsKeptSchema,
  CodingsSchema,
  SheetHistorySchema,
} from '../coding-schemas.js';
import { sheetHistory } from '../../service/sheet-history.js';
import { csvResponse } from '../file-response.js';
import { operation } from '../operation.js';

/** Answers in words that are coded by hand. The code sheet and the coders are in the recipe of the working. */
export const CODINGS = [
  operation({
    id: 'answersToCode',
    method: 'get',
    path: '/studies/{study}/workings/{working}/answers',
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
    id: 'codingsAsCsv',
    method: 'get',
    path: '/studies/{study}/workings/{working}/codings/file',
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
    answer: CodingsKeptSchema,
    work: ({ service, study, params, query, request }) => {
      const { name, body } = fileSent(query.file, request.body, { unnamed: 'codings', mend: 'Choose a CSV file.' });
      return importCodings(service, study, params.working, { name, body, coder: query.coder });
    },
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
