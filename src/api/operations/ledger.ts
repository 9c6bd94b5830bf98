import { mayTypeIn } from '../../service/team/role-of.js';
import { amendEntry } from '../../service/amend-entry.js';
import { describeEntry } from '../../service/describe-entry.js';
import { dropDraft, keepDraft, listDrafts } from '../../service/drafts.js';
import { goToEntry, listEntries, redoEntry, undoEntry } from '../../service/ledger.js';
import { ChangedSchema } from '../codebook-schemas.js';
import { draftName, DraftSchema, DraftsSchema } from '../draft-schemas.js';
import {
  AmendedSchema,
  AmendmentSchema,
  EntryDetailSchema,
  LedgerPlaceSchema,
  LedgerSchema,
} from '../ledger-schemas.js';
import { operation } from '../operation.js';

/** What was done to a study, and what is typed and not kept yet. */
export const LEDGER = [
  operation({
    id: 'listLedger',
    method: 'get',
    path: '/studies/{study}/ledger',
    summary: 'Everything done to the study, in order',
    answer: LedgerSchema,
    work: ({ study }) => listEntries(study),
  }),
  operation({
    id: 'describeEntry',
    method: 'get',
    path: '/studies/{study}/ledger/{entry}',
    summary: 'What an entry of the ledger changed, line by line',
    answer: EntryDetailSchema,
    work: ({ study, params }) => describeEntry(study, params.entry),
  }),
  operation({
    id: 'amendEntry',
    method: 'patch',
    path: '/studies/{study}/ledger/{entry}',
    summary: 'Change an entry in the middle of the ledger, leave it out or take it in again, and replay what follows',
    changes: true,
    body: AmendmentSchema,
    answer: AmendedSchema,
    work: ({ service, study, params, body }) => amendEntry(service, study, params.entry, body),
  }),
  operation({
    id: 'undoEntry',
    method: 'post',
    path: '/studies/{study}/ledger/undo',
    summary: 'Take the last entry back',
    changes: true,
    answer: ChangedSchema,
    work: ({ service, study }) => undoEntry(service, study),
  }),
  operation({
    id: 'redoEntry',
    method: 'post',
    path: '/studies/{study}/ledger/redo',
    summary: 'Do the entry again that was undone last',
    changes: true,
    answer: ChangedSchema,
    work: ({ service, study }) => redoEntry(service, study),
  }),
  operation({
    id: 'goToEntry',
    method: 'put',
    path: '/studies/{study}/ledger/place',
    summary: 'Put the study as it was right after an entry',
    changes: true,
    body: LedgerPlaceSchema,
    answer: ChangedSchema,
    work: ({ service, study, body }) => goToEntry(service, study, body.entry),
  }),
  operation({
    id: 'listDrafts',
    method: 'get',
    path: '/studies/{study}/drafts',
    summary: 'What is typed on screens and not kept yet; a backup holds it',
    answer: DraftsSchema,
    // What is typed in the common layer is of those who edit it.
    work: ({ service, study, signedIn }) => (mayTypeIn(service, signedIn, study.id) ? listDrafts(study) : []),
  }),
  operation({
    id: 'keepDraft',
    method: 'put',
    path: '/studies/{study}/drafts/{name}',
    needs: 'edits',
    summary: 'Keep a draft with the study; it changes nothing else of it',
    body: DraftSchema,
    work: ({ service, study, params, body }) => keepDraft(service, study, draftName(params.name), body.value),
  }),
  operation({
    id: 'dropDraft',
    method: 'delete',
    path: '/studies/{study}/drafts/{name}',
    needs: 'edits',
    summary: 'Let go of a draft',
    work: ({ service, study, params }) => dropDraft(service, study, draftName(params.name)),
  }),
] as const;
