import { changeCodeList, dropCodeList, listCodeLists, makeCodeList } from '../../service/code-lists.js';
import { planCodebookFile } from '../../service/codebook-file.js';
import { declareMissing, planDeclaring, reachOf } from '../../service/declare-missing.js';
import { editEntries } from '../../service/edit-variable.js';
import { studyHealth } from '../../service/health.js';
import { CODEBOOK_WANTED, fileSent } from '../../service/intake/file-sent.js';
import {
  ChangedSchema,
  CodebookPlanSchema,
  CodeListDraftSchema,
  CodeListSchema,
  DeclareSchema,
  EntryEditsSchema,
  HealthListSchema,
  MissingPlanSchema,
  MissingWantedSchema,
  ReachSchema,
  ReachWantedSchema,
} from '../codebook-schemas.js';
import { nameQuery } from '../name-query.js';
import { operation } from '../operation.js';
import { z } from '../zod.js';

/** The codebook: entries, code lists, what is missing, what is wrong. */
export const CODEBOOK = [
  operation({
    id: 'editEntries',
    method: 'patch',
    path: '/studies/{study}/codebook',
    summary: 'Change entries of the codebook, one or many, as one change',
    changes: true,
    body: EntryEditsSchema,
    answer: ChangedSchema,
    work: ({ service, study, body }) => editEntries(service, study, body.edits, body.words),
  }),
  operation({
    id: 'planCodebookFile',
    method: 'post',
    path: '/studies/{study}/codebook/file',
    summary: 'Send a codebook for a study that is there, to see what it would change; nothing is changed',
    query: nameQuery('codebook'),
    body: 'file',
    answer: CodebookPlanSchema,
    work: ({ service, study, query, request }) => {
      const { name, body } = fileSent(query.file, request.body, CODEBOOK_WANTED);
      return planCodebookFile(service, study, name, body);
    },
  }),
  operation({
    id: 'listCodeLists',
    method: 'get',
    path: '/studies/{study}/code-lists',
    summary: 'Code lists, with the variables that use them',
    answer: z.array(CodeListSchema),
    work: ({ study }) => listCodeLists(study),
  }),
  operation({
    id: 'makeCodeList',
    method: 'post',
    path: '/studies/{study}/code-lists',
    summary: 'Make a code list',
    changes: true,
    body: CodeListDraftSchema,
    answer: z.object({ list: z.int() }),
    status: 201,
    work: async ({ service, study, body }) => ({ list: await makeCodeList(service, study, body) }),
  }),
  operation({
    id: 'changeCodeList',
    method: 'put',
    path: '/studies/{study}/code-lists/{list}',
    summary: 'Change a code list for all who use it, or for some',
    changes: true,
    body: CodeListDraftSchema,
    answer: ChangedSchema,
    work: ({ service, study, params, body }) => changeCodeList(service, study, params.list, body),
  }),
  operation({
    id: 'dropCodeList',
    method: 'delete',
    path: '/studies/{study}/code-lists/{list}',
    summary: 'Take a code list away that nobody uses',
    changes: true,
    answer: ChangedSchema,
    work: ({ service, study, params }) => dropCodeList(service, study, params.list),
  }),
  operation({
    id: 'planDeclaring',
    method: 'post',
    path: '/studies/{study}/missing/plan',
    summary: 'What would happen if codes were declared missing; nothing is changed',
    body: MissingWantedSchema,
    answer: MissingPlanSchema,
    work: ({ service, study, body }) => planDeclaring(service, study, body),
  }),
  operation({
    id: 'reachOfCodes',
    method: 'post',
    path: '/studies/{study}/missing/reach',
    summary: 'How many respondents have some codes in at least one of some variables',
    body: ReachWantedSchema,
    answer: ReachSchema,
    work: ({ service, study, body }) => reachOf(service, study, body.in),
  }),
  operation({
    id: 'declareMissing',
    method: 'post',
    path: '/studies/{study}/missing',
    summary: 'Declare codes missing, or answers again, in some variables',
    changes: true,
    body: DeclareSchema,
    answer: ChangedSchema,
    work: ({ service, study, body }) => declareMissing(service, study, body),
  }),
  operation({
    id: 'studyHealth',
    method: 'get',
    path: '/studies/{study}/health',
    summary: "What is wrong with a study's codebook",
    answer: HealthListSchema,
    work: ({ service, study }) => studyHealth(service, study),
  }),
] as const;
