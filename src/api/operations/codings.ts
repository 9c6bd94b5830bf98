import { agreementIn, answersToCode, keepCodings } from '../../service/codings.js';
import {
  AgreementQuery,
  AgreementSchema,
  AnswersToCodeSchema,
  CoderQuery,
  CodingsKeptSchema,
  CodingsSchema,
} from '../coding-schemas.js';
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
    id: 'codingAgreement',
    method: 'get',
    path: '/studies/{study}/workings/{working}/agreement',
    summary: 'How two coders agree, theme by theme and over all, and on which answers they differ',
    query: AgreementQuery,
    answer: AgreementSchema,
    work: ({ study, params, query }) => agreementIn(study, params.working, query),
  }),
] as const;
