import type { Recipe } from '../core/recode/recipe-shape.js';
import type { z } from './zod.js';
import type * as codebook from './codebook-schemas.js';
import type * as ledger from './ledger-schemas.js';
import type * as intake from './intake-schemas.js';
import type * as schemas from './schemas.js';

/** What the API gives and takes, for the views. */
export type StudyRow = z.infer<typeof schemas.StudyRowSchema>;
export type StudyEdit = z.input<typeof schemas.StudyEditSchema>;
export type BinnedStudy = z.infer<typeof schemas.BinnedStudySchema>;
export type StudyView = z.infer<typeof schemas.StudyViewSchema>;
export type RosterVariable = StudyView['variables'][number];
export type KeptTable = StudyView['tables'][number];
export type Working = StudyView['workings'][number];
export type VariableDetail = z.infer<typeof schemas.VariableDetailSchema>;
/** An edit as screens make it: a code list is changed as a whole. */
type WithWholeList<T> = Omit<T, 'codes'> & { codes?: CodeBody[] | undefined };
export type VariableEdit = WithWholeList<z.infer<typeof schemas.VariableEditSchema>>;
export type EntryEdit = WithWholeList<z.input<typeof codebook.EntryEditsSchema>['edits'][number]>;
export type Changed = z.infer<typeof codebook.ChangedSchema>;
export type CodeList = z.infer<typeof codebook.CodeListSchema>;
export type CodeListDraft = z.input<typeof codebook.CodeListDraftSchema>;
export type OrderWanted = z.input<typeof codebook.OrderSchema>;
export type MissingWanted = z.input<typeof codebook.MissingWantedSchema>;
export type MissingPlan = z.infer<typeof codebook.MissingPlanSchema>;
export type SentCodebookPlan = z.infer<typeof codebook.CodebookPlanSchema>;
export type ReachWanted = z.input<typeof codebook.ReachWantedSchema>;
export type Reach = z.infer<typeof codebook.ReachSchema>;
export type Declaring = z.input<typeof codebook.DeclareSchema>;
export type RespondentsWanted = z.input<typeof codebook.RespondentsWantedSchema>;
export type Respondents = z.infer<typeof codebook.RespondentsSchema>;
export type Complaint = z.infer<typeof codebook.HealthListSchema>[number];
export type LedgerEntry = z.infer<typeof ledger.LedgerSchema>[number];
export type EntryDetail = z.infer<typeof ledger.EntryDetailSchema>;
type AmendmentBody = z.input<typeof ledger.AmendmentSchema>;
type AmendedThing = Extract<AmendmentBody, { is: 'changed' }>['things'][number];
/** With recipes as `core` has them. */
export type Amendment =
  | Exclude<AmendmentBody, { is: 'changed' }>
  | {
      is: 'changed';
      things: (Exclude<AmendedThing, { of: 'working' }> | { of: 'working'; id: number; recipe: Recipe })[];
    };
export type Amended = z.infer<typeof ledger.AmendedSchema>;
export type CodeBody = z.infer<typeof schemas.CodeSchema>;
export type Intake = z.infer<typeof intake.IntakeSchema>;
export type WaitingIntake = z.infer<typeof intake.WaitingIntakeSchema>;
export type Comparison = z.infer<typeof intake.ComparisonSchema>;
export type Joining = z.infer<typeof intake.JoiningSchema>;
export type { Layout } from '../core/intake/layout.js';
export type Acceptance = z.infer<typeof intake.AcceptSchema>;
/** With a recipe as `core` has it: what is sent is not changed on its way. */
export type WorkingDraft = Omit<z.infer<typeof schemas.WorkingDraftSchema>, 'recipe'> & { recipe: Recipe };
export type WorkingPreview = z.infer<typeof schemas.PreviewSchema>;
export type Distribution = z.infer<typeof schemas.DistributionSchema>;
export type KeptWorking = z.infer<typeof schemas.KeptWorkingSchema>;
export type Shown = z.infer<typeof schemas.ShownSchema>;
export type SavedTable = z.infer<typeof schemas.SavedTableSchema>;
export type Counts = z.infer<typeof schemas.CountArraySchema>;
export type ProblemBody = z.infer<typeof schemas.ProblemSchema>;
