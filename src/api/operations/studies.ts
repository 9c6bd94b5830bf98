import { exportStudy } from '../../service/export.js';
import { fileSent, type WantedFile } from '../../service/intake/file-sent.js';
import { unreadOfStudy } from '../../service/intake/unread.js';
import { listStudies, unopenedFiles } from '../../service/open-study.js';
import { fetchUnopened, setAside } from '../../service/set-aside.js';
import { viewWholeStudy } from '../../service/roster.js';
import {
  backUpStudy,
  binStudy,
  copyStudy,
  editStudy,
  emptyFromBin,
  listBin,
  restoreStudy,
  unbinStudy,
} from '../../service/studies.js';
import { type VerifiedFile, verifyFileOf, verifySent, verifyStore } from '../../service/verify-files.js';
import { owned } from '../../service/team/owners.js';
import { seenBy } from '../../service/team/role-of.js';
import { csvResponse, fileResponse } from '../file-response.js';
import { nameQuery } from '../name-query.js';
import { operation } from '../operation.js';
import {
  BinnedStudySchema,
  ExportKindSchema,
  StudyCopySchema,
  StudyEditSchema,
  StudyRowSchema,
  StudyViewSchema,
  UnopenedSchema,
  VerifiedFileSchema,
} from '../schemas.js';
import { z } from '../zod.js';

/** A backup of a study. */
const BACKUP_WANTED: WantedFile = {
  unnamed: 'backup.sqlite',
  mend: 'Choose a file that Hatch Count backed up.',
};

/** Studies as wholes, and the bin. */
export const STUDIES = [
  operation({
    id: 'listStudies',
    method: 'get',
    path: '/studies',
    summary: 'All studies',
    answer: z.array(StudyRowSchema),
    work: ({ service, signedIn }) => seenBy(service, signedIn, listStudies(service)),
  }),
  operation({
    id: 'viewStudy',
    method: 'get',
    path: '/studies/{study}',
    summary: 'A study: variables, workings, saved tables',
    answer: StudyViewSchema,
    work: ({ service, study }) => viewWholeStudy(service, study),
  }),
  operation({
    id: 'editStudy',
    method: 'patch',
    path: '/studies/{study}',
    needs: 'owns',
    summary: 'Name a study, describe it, give it its own words for size',
    changes: true,
    body: StudyEditSchema,
    answer: StudyRowSchema,
    work: ({ service, study, body }) => editStudy(service, study, body),
  }),
  operation({
    id: 'binStudy',
    method: 'delete',
    path: '/studies/{study}',
    needs: 'owns',
    summary: 'Put a study into the bin',
    changes: true,
    work: ({ service, study }) => binStudy(service, study),
  }),
  operation({
    id: 'copyStudy',
    method: 'post',
    path: '/studies/{study}/copy',
    common: true,
    showsRows: true,
    summary: 'Copy a study with everything in it',
    changes: true,
    body: StudyCopySchema,
    answer: StudyRowSchema,
    status: 201,
    work: async ({ service, study, body, signedIn }) =>
      owned(service, signedIn, await copyStudy(service, study, body.name)),
  }),
  operation({
    id: 'exportStudy',
    method: 'get',
    path: '/studies/{study}/data',
    showsRows: true,
    summary: "A study's data with its codebook and workings; the backup holds all of a study",
    query: z.object({ as: ExportKindSchema.optional() }),
    answer: 'application/octet-stream',
    work: async ({ service, study, query }) => fileResponse(await exportStudy(service, study, query.as ?? 'ddi')),
  }),
  operation({
    id: 'unreadOfStudy',
    method: 'get',
    path: '/studies/{study}/unread.csv',
    common: true,
    showsRows: true,
    summary: 'The rows of its files that a study could not read',
    answer: 'text/csv',
    work: ({ study }) => csvResponse(unreadOfStudy(study), `${study.id} rows not read`),
  }),
  operation({
    id: 'backUpStudy',
    method: 'get',
    path: '/studies/{study}/backup',
    needs: 'owns',
    summary: 'A study as one file, to be restored',
    answer: 'application/vnd.sqlite3',
    work: async ({ service, study }) => fileResponse(await backUpStudy(service, study)),
  }),
  operation({
    id: 'restoreStudy',
    method: 'post',
    path: '/backups',
    summary: 'Restore a study from a backup, which is looked through first',
    changes: true,
    query: nameQuery('file'),
    body: 'file',
    answer: StudyRowSchema,
    status: 201,
    work: async ({ service, query, request, signedIn }) =>
      owned(service, signedIn, await restoreStudy(service, fileSent(query.file, request.body, BACKUP_WANTED))),
  }),
  operation({
    id: 'unopenedFiles',
    method: 'get',
    path: '/unopened',
    needs: 'administrator',
    summary: 'Files in the store that cannot be opened as studies, with the reason',
    answer: z.array(UnopenedSchema),
    work: ({ service }) => unopenedFiles(service),
  }),
  operation({
    id: 'fetchUnopened',
    method: 'get',
    path: '/unopened/{name}',
    needs: 'administrator',
    summary: 'A file that cannot be opened, as it is',
    answer: 'application/octet-stream',
    work: ({ service, params }) => fileResponse(fetchUnopened(service, params.name)),
  }),
  operation({
    id: 'setAside',
    method: 'post',
    path: '/unopened/{name}/set-aside',
    needs: 'administrator',
    summary: 'Move a file that cannot be opened out of the studies',
    changes: true,
    answer: z.object({ place: z.string().describe('Where it is now.') }),
    work: async ({ service, params }) => ({ place: await setAside(service, params.name) }),
  }),
  operation({
    id: 'verifyStore',
    method: 'get',
    path: '/verified',
    needs: 'administrator',
    summary: 'All files of the store, looked through to the last byte: what is damaged, and what is still right',
    answer: z.array(VerifiedFileSchema),
    work: async ({ service }) => {
      const files: VerifiedFile[] = [];
      for await (const file of verifyStore(service)) files.push(file);
      return files;
    },
  }),
  operation({
    id: 'verifyFile',
    method: 'get',
    path: '/verified/{name}',
    needs: 'administrator',
    summary: "A study's file, by its id or name, looked through to the last byte",
    answer: VerifiedFileSchema,
    work: ({ service, params }) => verifyFileOf(service, params.name),
  }),
  operation({
    id: 'verifyBackup',
    method: 'post',
    path: '/verified',
    summary: 'Send a backup to have it looked through to the last byte; nothing of it is kept',
    query: nameQuery('file'),
    body: 'file',
    answer: VerifiedFileSchema,
    work: ({ service, query, request }) => verifySent(service, fileSent(query.file, request.body, BACKUP_WANTED)),
  }),
  operation({
    id: 'listBin',
    method: 'get',
    path: '/bin',
    summary: 'Studies in the bin',
    answer: z.array(BinnedStudySchema),
    work: ({ service, signedIn }) => seenBy(service, signedIn, listBin(service)),
  }),
  operation({
    id: 'unbinStudy',
    method: 'post',
    path: '/bin/{binned}',
    needs: 'owns',
    summary: 'Take a study out of the bin',
    changes: true,
    answer: StudyRowSchema,
    status: 201,
    work: ({ service, params }) => unbinStudy(service, params.binned),
  }),
  operation({
    id: 'emptyFromBin',
    method: 'delete',
    path: '/bin/{binned}',
    needs: 'owns',
    summary: 'Delete a study in the bin for good',
    changes: true,
    work: ({ service, params }) => emptyFromBin(service, params.binned),
  }),
] as const;
