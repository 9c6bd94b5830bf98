import type { z } from 'zod';
import type * as schemas from './schemas.js';

/** What the API gives and takes, for the views. */
export type StudyRow = z.infer<typeof schemas.StudyRowSchema>;
export type StudyView = z.infer<typeof schemas.StudyViewSchema>;
export type RosterVariable = StudyView['variables'][number];
export type KeptTable = StudyView['tables'][number];
export type Working = StudyView['workings'][number];
export type VariableDetail = z.infer<typeof schemas.VariableDetailSchema>;
export type VariableEdit = z.infer<typeof schemas.VariableEditSchema>;
export type Intake = z.infer<typeof schemas.IntakeSchema>;
export type Comparison = z.infer<typeof schemas.ComparisonSchema>;
export type Joining = z.infer<typeof schemas.JoiningSchema>;
export type Layout = z.infer<typeof schemas.LayoutSchema>;
export type Acceptance = z.infer<typeof schemas.AcceptSchema>;
export type WorkingDraft = z.infer<typeof schemas.WorkingDraftSchema>;
export type WorkingPreview = z.infer<typeof schemas.PreviewSchema>;
export type KeptWorking = z.infer<typeof schemas.KeptWorkingSchema>;
export type Shown = z.infer<typeof schemas.ShownSchema>;
export type SavedTable = z.infer<typeof schemas.SavedTableSchema>;
export type SentenceBody = z.infer<typeof schemas.SentenceSchema>;
export type Counts = z.infer<typeof schemas.CountArraySchema>;
export type ProblemBody = z.infer<typeof schemas.ProblemSchema>;
