import { Fault } from '../../core/fault.js';
import { LayoutShape } from '../../core/intake/layout.js';
import { acceptIntake } from '../../service/intake/accept.js';
import { attachCodebook, removeCodebook } from '../../service/intake/codebook.js';
import { CODEBOOK_WANTED, fileSent } from '../../service/intake/file-sent.js';
import { compareWithStudy, joinStudy } from '../../service/intake/join.js';
import { changeLayout, findIntake } from '../../service/intake/read.js';
import { discardIntake, PATIENCE_MS, receiveFile } from '../../service/intake/receive.js';
import { unreadOfIntake } from '../../service/intake/unread.js';
import { waitingIntakes } from '../../service/intake/waiting.js';
import { keepOwner, mayReceive, ownIntakes } from '../../service/team/intakes.js';
import { own } from '../../service/team/owners.js';
import { csvResponse } from '../file-response.js';
import { AcceptSchema, ComparisonSchema, IntakeSchema, JoiningSchema, WaitingIntakeSchema } from '../intake-schemas.js';
import { nameQuery } from '../name-query.js';
import { operation } from '../operation.js';
import { z } from '../zod.js';

/** A short file is read in another way by the time the preview is drawn. */
const LAYOUT_PATIENCE_MS = 250;

const MadeStudySchema = z.object({ study: z.string() });

/** Files that wait to be accepted. */
export const INTAKES = [
  operation({
    id: 'waitingIntakes',
    method: 'get',
    path: '/intakes',
    summary: 'Files that wait to be accepted or discarded',
    answer: z.array(WaitingIntakeSchema),
    work: async ({ service, signedIn }) => ownIntakes(service, signedIn, await waitingIntakes(service)),
  }),
  operation({
    id: 'receiveFile',
    method: 'post',
    path: '/intakes',
    summary: 'Send a file of data; get what was understood of it',
    changes: true,
    query: nameQuery('file'),
    body: 'file',
    answer: IntakeSchema,
    status: 201,
    work: async ({ service, query, request, signedIn }) => {
      const name = query.file ?? 'file.csv';
      if (!request.body) {
        const mend = 'Choose a file with a heading line and at least one respondent.';
        throw new Fault('invalid', `${name} is empty.`, mend, { file: name, line: 1 });
      }
      await mayReceive(service, signedIn, Number(request.headers.get('content-length') ?? 0));
      return keepOwner(service, signedIn, await receiveFile(service, name, request.body, PATIENCE_MS));
    },
  }),
  operation({
    id: 'getIntake',
    method: 'get',
    path: '/intakes/{intake}',
    summary: 'A file that waits to be accepted',
    answer: IntakeSchema,
    work: ({ service, params }) => findIntake(service, params.intake),
  }),
  operation({
    id: 'discardIntake',
    method: 'delete',
    path: '/intakes/{intake}',
    summary: 'Discard a file that waits',
    changes: true,
    work: ({ service, params }) => discardIntake(service, params.intake),
  }),
  operation({
    id: 'changeLayout',
    method: 'put',
    path: '/intakes/{intake}/layout',
    summary: 'Have a file that waits read in another way',
    changes: true,
    body: LayoutShape,
    answer: IntakeSchema,
    work: ({ service, params, body }) => changeLayout(service, params.intake, body, LAYOUT_PATIENCE_MS),
  }),
  operation({
    id: 'attachCodebook',
    method: 'put',
    path: '/intakes/{intake}/codebook',
    summary: 'Send the codebook of a file that waits: a table (CSV, .xlsx), DDI-Codebook, Triple-S, or JSON',
    changes: true,
    query: nameQuery('codebook'),
    body: 'file',
    answer: IntakeSchema,
    work: ({ service, params, query, request }) => {
      const { name, body } = fileSent(query.file, request.body, CODEBOOK_WANTED);
      return attachCodebook(service, params.intake, name, body, PATIENCE_MS);
    },
  }),
  operation({
    id: 'removeCodebook',
    method: 'delete',
    path: '/intakes/{intake}/codebook',
    summary: 'Take the codebook off a file that waits',
    changes: true,
    answer: IntakeSchema,
    work: ({ service, params }) => removeCodebook(service, params.intake, PATIENCE_MS),
  }),
  operation({
    id: 'unreadOfIntake',
    method: 'get',
    path: '/intakes/{intake}/unread.csv',
    summary: 'The rows of a file that waits which could not be read, with lines and reasons',
    answer: 'text/csv',
    work: async ({ service, params }) => csvResponse(await unreadOfIntake(service, params.intake), 'rows-not-read'),
  }),
  operation({
    id: 'acceptIntake',
    method: 'post',
    path: '/intakes/{intake}/accept',
    summary: 'Make a study of the file',
    changes: true,
    body: AcceptSchema,
    answer: MadeStudySchema,
    status: 201,
    work: async ({ service, params, body, signedIn }) => {
      const study = await acceptIntake(service, params.intake, body);
      own(service, signedIn, study);
      return { study };
    },
  }),
  operation({
    id: 'compareWithStudy',
    method: 'get',
    path: '/intakes/{intake}/compare/{study}',
    common: true,
    summary: 'What would be different if a file that waits went into a study',
    answer: ComparisonSchema,
    work: ({ service, params, study }) => compareWithStudy(service, study, params.intake),
  }),
  operation({
    id: 'joinStudy',
    method: 'post',
    path: '/intakes/{intake}/join/{study}',
    common: true,
    showsRows: true,
    summary: 'Take a file that waits into a study, as a new wave or a refresh',
    changes: true,
    body: JoiningSchema,
    answer: MadeStudySchema,
    work: async ({ service, params, study, body }) => {
      await joinStudy(service, study, params.intake, body);
      return { study: study.id };
    },
  }),
] as const;
