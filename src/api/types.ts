import type { z } from 'zod';
import type { ParamsOf, ReadOnly } from './operation.js';
import type { OPERATIONS } from './operations/registry.js';
import type { CodeSchema, ProblemSchema, ShownSchema } from './schemas.js';

type Each = (typeof OPERATIONS)[number];
type ByKey = { [O in Each as `${Uppercase<O['method']>} ${O['path']}`]: O };

/** How an operation is called by who asks: its method and its path. */
export type Key = keyof ByKey;
/** Operations after which something is another. */
export type ChangeKey = { [K in Key]: true extends ByKey[K]['changes'] ? K : never }[Key];
/** Operations that answer with a file. */
export type FileKey = { [K in Key]: [Extract<ByKey[K]['answer'], string>] extends [never] ? never : K }[Key];

type AnswerBy<Schema> = [Schema] extends [z.ZodType] ? z.output<Schema> : never;
/** What an operation answers with. */
export type AnswerTo<K extends Key> = [NonNullable<ByKey[K]['answer']>] extends [never]
  ? undefined
  : AnswerBy<NonNullable<ByKey[K]['answer']>>;

type BodyPart<Body> = [Body] extends [never]
  ? unknown
  : Body extends z.ZodType
    ? { body: ReadOnly<z.input<Body>> }
    : { file: File };
type QueryPart<Query> = [Query] extends [never]
  ? unknown
  : Query extends z.ZodType
    ? { query?: z.input<Query> }
    : never;

/** What an operation is asked with: the parts of its path by name, its body or file, its query. */
export type AskedOf<K extends Key> = ParamsOf<ByKey[K]['path']> &
  BodyPart<NonNullable<ByKey[K]['body']>> &
  QueryPart<NonNullable<ByKey[K]['query']>>;

/** What the views call what they are given and send. */
export type StudyRow = AnswerTo<'GET /studies'>[number];
export type StudyView = AnswerTo<'GET /studies/{study}'>;
export type RosterVariable = StudyView['variables'][number];
export type KeptTable = StudyView['tables'][number];
export type Working = StudyView['workings'][number];
export type VariableDetail = AnswerTo<'GET /studies/{study}/variables/{variable}'>;
export type CodeBody = z.infer<typeof CodeSchema>;
/** A change of an entry as screens make it: a code list is changed as a whole. */
export type EntryEdit = Omit<AskedOf<'PATCH /studies/{study}/codebook'>['body']['edits'][number], 'codes'> & {
  codes?: readonly CodeBody[] | undefined;
};
export type Changed = AnswerTo<'PATCH /studies/{study}/codebook'>;
export type CodeList = AnswerTo<'GET /studies/{study}/code-lists'>[number];
export type MissingPlan = AnswerTo<'POST /studies/{study}/missing/plan'>;
export type Declaring = AskedOf<'POST /studies/{study}/missing'>['body'];
export type SentCodebookPlan = AnswerTo<'POST /studies/{study}/codebook/file'>;
export type RespondentsWanted = AskedOf<'POST /studies/{study}/respondents'>['body'];
export type Respondents = AnswerTo<'POST /studies/{study}/respondents'>;
export type CodebookIssue = AnswerTo<'GET /studies/{study}/health'>[number];
export type LedgerEntry = AnswerTo<'GET /studies/{study}/ledger'>[number];
export type EntryDetail = AnswerTo<'GET /studies/{study}/ledger/{entry}'>;
export type Amendment = AskedOf<'PATCH /studies/{study}/ledger/{entry}'>['body'];
export type Amended = AnswerTo<'PATCH /studies/{study}/ledger/{entry}'>;
export type Intake = AnswerTo<'GET /intakes/{intake}'>;
export type Comparison = AnswerTo<'GET /intakes/{intake}/compare/{study}'>;
export type { Layout } from '../core/intake/layout.js';
export type Acceptance = AskedOf<'POST /intakes/{intake}/accept'>['body'];
export type WorkingDraft = AskedOf<'POST /studies/{study}/workings'>['body'];
export type WorkingPreview = AnswerTo<'POST /studies/{study}/workings/preview'>;
export type Distribution = AnswerTo<'GET /studies/{study}/variables/{variable}/distribution'>;
export type KeptWorking = AnswerTo<'POST /studies/{study}/workings'>;
export type Shown = z.infer<typeof ShownSchema>;
export type SavedTable = AskedOf<'POST /studies/{study}/tables'>['body'];
export type Counts = Exclude<AnswerTo<'POST /studies/{study}/counts'>, { blocks: unknown }>;
export type ProblemBody = z.infer<typeof ProblemSchema>;
export type AnswersToCode = AnswerTo<'GET /studies/{study}/workings/{working}/answers'>;
export type CodingAgreement = AnswerTo<'GET /studies/{study}/workings/{working}/agreement'>;
