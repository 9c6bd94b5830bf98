import { LayoutShape } from '../core/intake/layout.js';
import { OpenApiGeneratorV31, OpenAPIRegistry, type RouteConfig } from '@asteasolutions/zod-to-openapi';
import { z } from './zod.js';
import { AssessmentSchema, AssessRequestSchema } from './assess-schemas.js';
import * as codebook from './codebook-schemas.js';
import * as drafts from './draft-schemas.js';
import * as ledger from './ledger-schemas.js';
import * as intake from './intake-schemas.js';
import * as schemas from './schemas.js';
import { TableAskedSchema, WholeAnswerSchema } from './table-schemas.js';

interface Operation {
  method: RouteConfig['method'];
  path: string;
  id: string;
  summary: string;
  body?: z.ZodType;
  /** A body that is a file, not JSON. */
  file?: boolean;
  query?: z.ZodObject;
  status: number;
  answer?: z.ZodType;
  /** An answer that is not JSON. */
  media?: string;
}

const saved = schemas.SavedTableSchema.extend({ id: z.int(), created: z.string(), edited: z.string() });

const OPERATIONS: readonly Operation[] = [
  {
    method: 'get',
    path: '/health',
    id: 'health',
    summary: 'Whether the server is up',
    status: 200,
    answer: schemas.HealthSchema,
  },
  {
    method: 'post',
    path: '/assess',
    id: 'assess',
    summary: 'Tests and measures of a table of counts',
    body: AssessRequestSchema,
    status: 200,
    answer: AssessmentSchema,
  },
  {
    method: 'get',
    path: '/studies',
    id: 'listStudies',
    summary: 'All studies',
    status: 200,
    answer: z.array(schemas.StudyRowSchema),
  },
  {
    method: 'patch',
    path: '/studies/{study}',
    id: 'editStudy',
    summary: 'Name a study, describe it, give it its own words for size',
    body: schemas.StudyEditSchema,
    status: 200,
    answer: schemas.StudyRowSchema,
  },
  {
    method: 'delete',
    path: '/studies/{study}',
    id: 'binStudy',
    summary: 'Put a study into the bin',
    status: 204,
  },
  {
    method: 'post',
    path: '/studies/{study}/copy',
    id: 'copyStudy',
    summary: 'Copy a study with everything in it',
    body: schemas.StudyCopySchema,
    status: 201,
    answer: schemas.StudyRowSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/backup',
    id: 'backUpStudy',
    summary: 'A study as one file, to be restored',
    status: 200,
    media: 'application/vnd.sqlite3',
  },
  {
    method: 'post',
    path: '/backups',
    id: 'restoreStudy',
    summary: 'Restore a study from a backup, which is looked through first',
    file: true,
    query: z.object({ file: z.string().optional().describe('Name of the file.') }),
    status: 201,
    answer: schemas.StudyRowSchema,
  },
  {
    method: 'get',
    path: '/bin',
    id: 'listBin',
    summary: 'Studies in the bin',
    status: 200,
    answer: z.array(schemas.BinnedStudySchema),
  },
  {
    method: 'post',
    path: '/bin/{study}',
    id: 'unbinStudy',
    summary: 'Take a study out of the bin',
    status: 201,
    answer: schemas.StudyRowSchema,
  },
  {
    method: 'delete',
    path: '/bin/{study}',
    id: 'emptyFromBin',
    summary: 'Delete a study in the bin for good',
    status: 204,
  },
  {
    method: 'get',
    path: '/intakes',
    id: 'waitingIntakes',
    summary: 'Files that wait to be accepted or discarded',
    status: 200,
    answer: z.array(intake.WaitingIntakeSchema),
  },
  {
    method: 'post',
    path: '/intakes',
    id: 'receiveFile',
    summary: 'Send a delimited text file; get what was understood of it',
    file: true,
    query: z.object({ file: z.string().describe('Name of the file.') }),
    status: 201,
    answer: intake.IntakeSchema,
  },
  {
    method: 'get',
    path: '/intakes/{intake}',
    id: 'getIntake',
    summary: 'A file that waits to be accepted',
    status: 200,
    answer: intake.IntakeSchema,
  },
  {
    method: 'delete',
    path: '/intakes/{intake}',
    id: 'discardIntake',
    summary: 'Discard a file that waits',
    status: 204,
  },
  {
    method: 'put',
    path: '/intakes/{intake}/layout',
    id: 'changeLayout',
    summary: 'Have a file that waits read in another way',
    body: LayoutShape,
    status: 200,
    answer: intake.IntakeSchema,
  },
  {
    method: 'put',
    path: '/intakes/{intake}/codebook',
    id: 'attachCodebook',
    summary: 'Send the codebook of a file that waits: a table (CSV, .xlsx), DDI-Codebook, Triple-S, or JSON',
    file: true,
    query: z.object({ file: z.string().describe('Name of the codebook.') }),
    status: 200,
    answer: intake.IntakeSchema,
  },
  {
    method: 'delete',
    path: '/intakes/{intake}/codebook',
    id: 'removeCodebook',
    summary: 'Take the codebook off a file that waits',
    status: 200,
    answer: intake.IntakeSchema,
  },
  {
    method: 'get',
    path: '/intakes/{intake}/compare/{study}',
    id: 'compareWithStudy',
    summary: 'What would be different if a file that waits went into a study',
    status: 200,
    answer: intake.ComparisonSchema,
  },
  {
    method: 'post',
    path: '/intakes/{intake}/join/{study}',
    id: 'joinStudy',
    summary: 'Take a file that waits into a study, as a new wave or a refresh',
    body: intake.JoiningSchema,
    status: 200,
    answer: z.object({ study: z.string() }),
  },
  {
    method: 'get',
    path: '/intakes/{intake}/unread.csv',
    id: 'unreadOfIntake',
    summary: 'The rows of a file that waits which could not be read, with lines and reasons',
    status: 200,
    media: 'text/csv',
  },
  {
    method: 'get',
    path: '/studies/{study}/data',
    id: 'exportStudy',
    summary: "A study's data with its codebook, from which the same study can be made again",
    query: z.object({ as: schemas.ExportKindSchema.optional() }),
    status: 200,
    media: 'application/octet-stream',
  },
  {
    method: 'get',
    path: '/studies/{study}/unread.csv',
    id: 'unreadOfStudy',
    summary: 'The rows of its files that a study could not read',
    status: 200,
    media: 'text/csv',
  },
  {
    method: 'post',
    path: '/intakes/{intake}/accept',
    id: 'acceptIntake',
    summary: 'Make a study of the file',
    body: intake.AcceptSchema,
    status: 201,
    answer: z.object({ study: z.string() }),
  },
  {
    method: 'get',
    path: '/studies/{study}',
    id: 'viewStudy',
    summary: 'A study: variables, workings, saved tables',
    status: 200,
    answer: schemas.StudyViewSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/variables/{variable}',
    id: 'detailVariable',
    summary: 'A variable close up',
    status: 200,
    answer: schemas.VariableDetailSchema,
  },
  {
    method: 'patch',
    path: '/studies/{study}/variables/{variable}',
    id: 'editVariable',
    summary: 'Change a variable in the codebook',
    body: schemas.VariableEditSchema,
    status: 200,
    answer: schemas.VariableDetailSchema,
  },
  {
    method: 'patch',
    path: '/studies/{study}/codebook',
    id: 'editEntries',
    summary: 'Change entries of the codebook, one or many, as one change',
    body: codebook.EntryEditsSchema,
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/ledger',
    id: 'listLedger',
    summary: 'Everything done to the study, in order',
    status: 200,
    answer: ledger.LedgerSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/ledger/{entry}',
    id: 'describeEntry',
    summary: 'What an entry of the ledger changed, line by line',
    status: 200,
    answer: ledger.EntryDetailSchema,
  },
  {
    method: 'patch',
    path: '/studies/{study}/ledger/{entry}',
    id: 'amendEntry',
    summary: 'Change an entry in the middle of the ledger, leave it out or take it in again, and replay what follows',
    body: ledger.AmendmentSchema,
    status: 200,
    answer: ledger.AmendedSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/ledger/undo',
    id: 'undoEntry',
    summary: 'Take the last entry back',
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/ledger/redo',
    id: 'redoEntry',
    summary: 'Do the entry again that was undone last',
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'put',
    path: '/studies/{study}/ledger/place',
    id: 'goToEntry',
    summary: 'Put the study as it was right after an entry',
    body: ledger.LedgerPlaceSchema,
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/code-lists',
    id: 'listCodeLists',
    summary: 'Code lists, with the variables that use them',
    status: 200,
    answer: z.array(codebook.CodeListSchema),
  },
  {
    method: 'post',
    path: '/studies/{study}/code-lists',
    id: 'makeCodeList',
    summary: 'Make a code list',
    body: codebook.CodeListDraftSchema,
    status: 201,
    answer: z.object({ list: z.int() }),
  },
  {
    method: 'put',
    path: '/studies/{study}/code-lists/{list}',
    id: 'changeCodeList',
    summary: 'Change a code list for all who use it, or for some',
    body: codebook.CodeListDraftSchema,
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'delete',
    path: '/studies/{study}/code-lists/{list}',
    id: 'dropCodeList',
    summary: 'Take a code list away that nobody uses',
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/variables/{variable}/order',
    id: 'orderedCodes',
    summary: 'The codes of a variable in another order; nothing is kept',
    body: codebook.OrderSchema,
    status: 200,
    answer: z.array(schemas.CodeSchema),
  },
  {
    method: 'get',
    path: '/studies/{study}/drafts',
    id: 'listDrafts',
    summary: 'What is typed on screens and not kept yet; a backup holds it',
    status: 200,
    answer: drafts.DraftsSchema,
  },
  {
    method: 'put',
    path: '/studies/{study}/drafts/{name}',
    id: 'keepDraft',
    summary: 'Keep a draft with the study; it changes nothing else of it',
    body: drafts.DraftSchema,
    status: 204,
  },
  {
    method: 'delete',
    path: '/studies/{study}/drafts/{name}',
    id: 'dropDraft',
    summary: 'Let go of a draft',
    status: 204,
  },
  {
    method: 'post',
    path: '/studies/{study}/codebook/file',
    id: 'planCodebookFile',
    summary: 'Send a codebook for a study that is there, to see what it would change; nothing is changed',
    file: true,
    query: z.object({ file: z.string().describe('Name of the codebook.') }),
    status: 200,
    answer: codebook.CodebookPlanSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/missing/plan',
    id: 'planDeclaring',
    summary: 'What would happen if codes were declared missing; nothing is changed',
    body: codebook.MissingWantedSchema,
    status: 200,
    answer: codebook.MissingPlanSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/missing/reach',
    id: 'reachOfCodes',
    summary: 'How many respondents have some codes in at least one of some variables',
    body: codebook.ReachWantedSchema,
    status: 200,
    answer: codebook.ReachSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/missing',
    id: 'declareMissing',
    summary: 'Declare codes missing, or answers again, in some variables',
    body: codebook.DeclareSchema,
    status: 200,
    answer: codebook.ChangedSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/respondents',
    id: 'respondentRows',
    summary: 'Respondents one by one, with what they gave',
    body: codebook.RespondentsWantedSchema,
    status: 200,
    answer: codebook.RespondentsSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/health',
    id: 'studyHealth',
    summary: "What is wrong with a study's codebook",
    status: 200,
    answer: codebook.HealthListSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/counts',
    id: 'countTable',
    summary: 'Count what a sentence asks for; of several blocks each, row items by what they stand by',
    body: schemas.SentenceSchema,
    status: 200,
    answer: z.union([schemas.CountArraySchema, z.object({ blocks: z.array(schemas.CountArraySchema) })]),
  },
  {
    method: 'post',
    path: '/studies/{study}/table',
    id: 'answerTable',
    summary: 'A table whole, by its parts or by its sentence: counts, percentages, tests, measures, cells, reading',
    body: TableAskedSchema,
    status: 200,
    answer: WholeAnswerSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/table.csv',
    id: 'tableAsCsv',
    summary: 'A table as CSV',
    query: z.object({
      sentence: z.string().describe('A Sentence as JSON.'),
      percent: schemas.ShownSchema.shape.percent.optional(),
      order: schemas.ShownSchema.shape.order,
      last: z.enum(['true', 'false']).optional(),
      expected: z.enum(['true', 'false']).optional(),
      residuals: z.enum(['true', 'false']).optional(),
      letters: schemas.ShownSchema.shape.letters,
    }),
    status: 200,
    media: 'text/csv',
  },
  {
    method: 'post',
    path: '/studies/{study}/workings/preview',
    id: 'previewWorking',
    summary: 'What a recipe would make, with its proof',
    body: schemas.RecipeSchema,
    status: 200,
    answer: schemas.PreviewSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/workings',
    id: 'keepWorking',
    summary: 'Keep a working',
    body: schemas.WorkingDraftSchema,
    status: 201,
    answer: schemas.KeptWorkingSchema,
  },
  {
    method: 'post',
    path: '/studies/{study}/workings/batch',
    id: 'keepWorkings',
    summary: 'Keep several workings together, or none',
    body: schemas.WorkingDraftsSchema,
    status: 201,
    answer: z.array(schemas.KeptWorkingSchema),
  },
  {
    method: 'get',
    path: '/studies/{study}/workings/progress',
    id: 'workingsUnderWay',
    summary: 'How far workings are that are being kept together',
    status: 200,
    answer: schemas.MakingSchema,
  },
  {
    method: 'get',
    path: '/studies/{study}/variables/{variable}/distribution',
    id: 'distribution',
    summary: 'The values of a number, and edges that cut off given shares of respondents',
    query: z.object({
      shares: z.string().optional().describe('From 0 to 1, separated by commas: 0.25,0.5,0.75 for quarters.'),
      ends: z.enum(['lower', 'upper', 'both']).optional().describe('Which ends of a band belong to it.'),
    }),
    status: 200,
    answer: schemas.DistributionSchema,
  },
  {
    method: 'put',
    path: '/studies/{study}/workings/{working}',
    id: 'editWorking',
    summary: 'Change a working',
    body: schemas.WorkingDraftSchema,
    status: 200,
    answer: schemas.KeptWorkingSchema,
  },
  {
    method: 'delete',
    path: '/studies/{study}/workings/{working}',
    id: 'dropWorking',
    summary: 'Take a working out',
    status: 204,
  },
  {
    method: 'post',
    path: '/studies/{study}/tables',
    id: 'saveTable',
    summary: 'Save a table in the binder',
    body: schemas.SavedTableSchema,
    status: 201,
    answer: saved,
  },
  {
    method: 'get',
    path: '/studies/{study}/tables/{table}',
    id: 'getTable',
    summary: 'A saved table',
    status: 200,
    answer: saved,
  },
  {
    method: 'put',
    path: '/studies/{study}/tables/{table}',
    id: 'replaceTable',
    summary: 'Change a saved table',
    body: schemas.SavedTableSchema,
    status: 200,
    answer: saved,
  },
  {
    method: 'delete',
    path: '/studies/{study}/tables/{table}',
    id: 'dropTable',
    summary: 'Take a table out of the binder',
    status: 204,
  },
  {
    method: 'get',
    path: '/studies/{study}/tables/{table}/csv',
    id: 'savedTableAsCsv',
    summary: 'A saved table as CSV',
    status: 200,
    media: 'text/csv',
  },
];

const WHOLE = new Set(['variable', 'working', 'table', 'list']);

function paramsOf(path: string): z.ZodObject | undefined {
  const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name ?? '');
  if (names.length === 0) return undefined;
  return z.object(Object.fromEntries(names.map((name) => [name, WHOLE.has(name) ? z.int() : z.string()])));
}

/** The OpenAPI 3.1 document of the whole API, made from the same schemas that check what comes in. */
export function openApiDocument(version: string): object {
  const registry = new OpenAPIRegistry();
  const problem = {
    description: 'A problem (RFC 9457)',
    content: { 'application/problem+json': { schema: schemas.ProblemSchema } },
  };
  for (const operation of OPERATIONS) {
    const params = paramsOf(operation.path);
    const content = operation.media
      ? { [operation.media]: { schema: z.string() } }
      : operation.answer
        ? { 'application/json': { schema: operation.answer } }
        : undefined;
    registry.registerPath({
      method: operation.method,
      path: `/api/v1${operation.path}`,
      operationId: operation.id,
      summary: operation.summary,
      request: {
        ...(params ? { params } : {}),
        ...(operation.query ? { query: operation.query } : {}),
        ...(operation.body
          ? { body: { required: true, content: { 'application/json': { schema: operation.body } } } }
          : {}),
        ...(operation.file
          ? {
              body: {
                required: true,
                content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
              },
            }
          : {}),
      },
      responses: {
        [operation.status]: { description: operation.summary, ...(content ? { content } : {}) },
        default: problem,
      },
    });
  }
  return new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: { title: 'Hatch Count', version, description: 'Survey tables, tests and measures.' },
    servers: [{ url: '/' }],
  });
}

/** Paths and methods that the document describes, for the test that each has an endpoint. */
export const DESCRIBED = OPERATIONS.map(({ method, path }) => ({ method: method.toUpperCase(), path }));
