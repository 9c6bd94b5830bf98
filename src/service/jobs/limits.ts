import { availableParallelism } from 'node:os';
import type { Jobs } from '../worker/jobs.js';
import type { Home } from './helper.js';

export interface LaneSettings {
  home: Home;
  /** Helpers at the same time. */
  most: number;
  /** Helpers that are always there, so that the first to ask does not wait for one. */
  least?: number;
  /** Its jobs read what a stranger made: whatever goes wrong with it is the file's. */
  strangers?: true;
}

/** Threads that count: as many as there are cores, of which each keeps some memory of its own. */
export const THREADS = Math.min(availableParallelism(), 16);

/**
 * Jobs of one lane wait for each other, and for nobody else: a table never stands behind an exact test, a file or an
 * export. What may take long is done in processes, which are less urgent than the server and its small tables.
 */
export const LANES = {
  /** Tables, of which large ones are counted a part at a time; and what is shown of a variable. */
  count: { home: 'thread', most: THREADS, least: THREADS },
  /** Pictures that take long. */
  heavy: { home: 'process', most: 1 },
  /** Workings that are kept, and what follows from a change. */
  derive: { home: 'thread', most: 1 },
  /** Workings that are looked at before they are kept. */
  preview: { home: 'process', most: 1, least: 1 },
  /** What a table says: statistics, reading, letters. */
  read: { home: 'thread', most: 1, least: 1 },
  /** Many tables at once. */
  sweep: { home: 'process', most: 2, least: 1 },
  /** Tests and measures of what is sent. */
  assess: { home: 'process', most: 2, least: 1 },
  /** Whole columns read for a study's health. */
  health: { home: 'process', most: 1 },
  /** Whole studies written: exports, copies, joined waves. */
  write: { home: 'process', most: 2 },
  /** Files of strangers, read to their end. */
  intake: { home: 'process', most: 2, strangers: true },
  /** Short looks into files of strangers, which wait behind no reading. */
  look: { home: 'process', most: 2, strangers: true },
} as const satisfies Record<string, LaneSettings>;

export type LaneName = keyof typeof LANES;

/** How long a job may take, and how much. */
export interface JobLimits {
  lane: LaneName;
  /** What is done, as a message calls it. */
  words: string;
  seconds: number;
  /** The seconds are those without any headway, not those of the whole job. */
  stalls?: boolean;
  /** Megabytes of memory, of a job in a process of its own. */
  memory: number;
  /** Seconds for which a job goes on though its asker has gone: it is short, and what it has in memory is of use. */
  grace?: number;
}

const HOUR = 3600;
const shown = { lane: 'count', words: 'The variable', seconds: 60, memory: Infinity, grace: 5 } as const;

const counted = { lane: 'count', words: 'The table', seconds: 30, memory: Infinity, grace: 2 } as const;

/** Every job's lane and limits. */
export const JOB_LIMITS: Record<Exclude<keyof Jobs, 'forget'>, JobLimits> = {
  column: shown,
  places: shown,
  count: counted,
  countParts: counted,
  tellCounts: counted,
  describe: shown,
  distribution: shown,
  look: shown,
  means: shown,
  respondents: shown,
  answers: { ...shown, words: 'The answers' },
  derive: { lane: 'derive', words: 'The working', seconds: HOUR, memory: Infinity },
  preview: { lane: 'preview', words: 'The working', seconds: 20, memory: Infinity, grace: 1 },
  assessSent: { lane: 'assess', words: 'The statistics', seconds: 30, memory: Infinity },
  table: { lane: 'read', words: 'The table', seconds: 30, memory: Infinity, grace: 2 },
  tableCsv: { lane: 'read', words: 'The table', seconds: 30, memory: Infinity, grace: 2 },
  spread: { lane: 'count', words: 'The picture', seconds: 30, memory: Infinity, grace: 2 },
  spreadMuch: { lane: 'heavy', words: 'The picture', seconds: 60, memory: Infinity, grace: 2 },
  sweep: { lane: 'sweep', words: 'The sweep', seconds: 120, memory: Infinity },
  keptSweep: { lane: 'sweep', words: 'The sweep', seconds: 120, memory: Infinity },
  outliers: { lane: 'health', words: 'The look through a column', seconds: 300, memory: Infinity },
  twins: { lane: 'health', words: 'The look through a column', seconds: 300, memory: Infinity },
  reach: { lane: 'health', words: 'The look through the columns', seconds: 300, memory: Infinity },
  export: { lane: 'write', words: 'The export', seconds: HOUR, memory: Infinity },
  report: { lane: 'write', words: 'The report', seconds: HOUR, memory: Infinity },
  disclose: { lane: 'write', words: 'The check', seconds: HOUR, memory: Infinity },
  copy: { lane: 'write', words: 'The copy', seconds: HOUR, memory: Infinity },
  upgrade: { lane: 'write', words: 'The upgrade', seconds: HOUR, memory: Infinity },
  join: { lane: 'write', words: 'The joining', seconds: HOUR, memory: Infinity },
  readIn: { lane: 'intake', words: 'The reading', seconds: 30, stalls: true, memory: 4096 },
  checkBackup: { lane: 'intake', words: 'The look through the backup', seconds: HOUR, memory: 2048 },
  verify: { lane: 'intake', words: 'The look through the file', seconds: HOUR, memory: 2048 },
  unpack: { lane: 'look', words: 'The unpacking', seconds: 600, memory: 1024 },
  detect: { lane: 'look', words: 'The look at the file', seconds: 20, memory: 1536 },
  previewFile: { lane: 'look', words: 'The look at the first rows', seconds: 8, memory: 1536 },
  codebook: { lane: 'look', words: 'The codebook', seconds: 20, memory: 1024 },
  'file-lines': { lane: 'look', words: 'The file', seconds: 60, memory: 1024 },
  template: { lane: 'look', words: 'The template', seconds: 20, memory: 1024 },
};
