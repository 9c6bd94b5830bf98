import { allDrafts, type DraftRow, putDraft, removeDraft } from '../store/drafts.js';
import type { OpenStudy, Service } from './context.js';
import { inQueue } from './open-study.js';

/** Drafts that a study keeps; beyond them the oldest are let go. */
const MOST_DRAFTS = 200;

export const listDrafts = ({ db }: OpenStudy): DraftRow[] => allDrafts(db);

/** Keeps what is typed with the study. It is no change to it: its revision stays, and nothing stands in the ledger. */
export const keepDraft = (service: Service, study: OpenStudy, name: string, value: unknown): Promise<void> =>
  inQueue(service, study, () => putDraft(study.db, name, value, MOST_DRAFTS));

export const dropDraft = (service: Service, study: OpenStudy, name: string): Promise<void> =>
  inQueue(service, study, () => removeDraft(study.db, name));
