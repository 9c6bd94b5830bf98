import { assess as assessRequest } from '../core/assess.js';
import type { AssessRequest } from '../core/assess/requests.js';
import type { Assessment } from '../core/assess/types.js';
import { Fault, type FaultKind, type FaultPlace } from '../core/fault.js';
import type { CountArray } from '../core/count/types.js';
import { forgetFile } from './worker/column-cache.js';
import { readCodebook } from '../formats/codebooks/read-codebook.js';
import type { ReadCodebook } from '../formats/codebooks/sent.js';
import { type Unpacked, unpack as unpackFile, type UnpackJob } from './worker/unpack-job.js';
import { exportStudy, type ExportJob } from './worker/export-job.js';
import { type Joined, type JoinJob, joinStudies } from './worker/join-job.js';
import { countInStudy, type CountJob } from './worker/count-job.js';
import { deriveInStudy } from './worker/derive/derive-job.js';
import { type Distribution, type DistributionJob, distributionInStudy } from './worker/distribution-job.js';
import type { Derived, DeriveJob } from './worker/derive/types.js';
import { describeInStudy, type Described, type DescribeJob } from './worker/describe-job.js';
import {
  lookForValues,
  lookThrough,
  type LookJob,
  type Looked,
  meansByCode,
  type MeansJob,
  type StandsOut,
} from './worker/look-job.js';
import { type Reach, reachInStudy, type ReachJob } from './worker/reach-job.js';
import { type RespondentRows, type RespondentsJob, respondentsInStudy } from './worker/respondents-job.js';
import { type Twins, twinsInColumn, type TwinsJob } from './worker/twins-job.js';
import { detectFile, previewFile, type PreviewJob } from './worker/preview-job.js';
import type { Preview } from '../core/intake/intake-shape.js';
import { type CANCELLED, readIn as readFileIn, type ReadInJob } from './worker/read-in-job.js';
import type { ReadIn } from '../core/intake/read-in-shape.js';
import type { Detected } from '../formats/open-rows.js';

/** A Fault as it crosses from a thread, where classes are lost. */
export interface PlainFault {
  kind: FaultKind;
  message: string;
  mend: string;
  place: FaultPlace;
}

export type Envelope<T> = { ok: true; value: T } | { ok: false; fault: PlainFault };

/** The jobs that run in worker threads, with what each takes and gives. */
export interface Jobs {
  count: { takes: CountJob; gives: CountArray[] };
  describe: { takes: DescribeJob; gives: Described };
  derive: { takes: DeriveJob; gives: Derived };
  distribution: { takes: DistributionJob; gives: Distribution };
  look: { takes: LookJob; gives: Looked[] };
  outliers: { takes: { file: string; column: number }; gives: StandsOut };
  means: { takes: MeansJob; gives: [code: string, mean: number][] };
  reach: { takes: ReachJob; gives: Reach };
  respondents: { takes: RespondentsJob; gives: RespondentRows };
  twins: { takes: TwinsJob; gives: Twins | null };
  detect: { takes: { path: string; file: string }; gives: Detected };
  preview: { takes: PreviewJob; gives: Preview };
  unpack: { takes: UnpackJob; gives: Unpacked };
  codebook: { takes: { path: string; file: string }; gives: ReadCodebook | { json: unknown } };
  readIn: { takes: ReadInJob; gives: ReadIn | typeof CANCELLED };
  forget: { takes: { file: string }; gives: null };
  join: { takes: JoinJob; gives: Joined };
  export: { takes: ExportJob; gives: string };
  assess: { takes: AssessRequest; gives: Assessment };
}

async function enveloped<T>(work: () => T | Promise<T>): Promise<Envelope<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    const { kind, message, mend, place } = error;
    return { ok: false, fault: { kind, message, mend, place } };
  }
}

export const count = (job: CountJob) => enveloped(() => countInStudy(job));
export const describe = (job: DescribeJob) => enveloped(() => describeInStudy(job));
export const distribution = (job: DistributionJob) => enveloped(() => distributionInStudy(job));
export const derive = (job: DeriveJob) => enveloped(() => deriveInStudy(job));
export const look = (job: LookJob) => enveloped(() => lookForValues(job));
export const outliers = (job: Jobs['outliers']['takes']) => enveloped(() => lookThrough(job));
export const means = (job: MeansJob) => enveloped(() => meansByCode(job));
export const reach = (job: ReachJob) => enveloped(() => reachInStudy(job));
export const respondents = (job: RespondentsJob) => enveloped(() => respondentsInStudy(job));
export const twins = (job: Jobs['twins']['takes']) => enveloped(() => twinsInColumn(job));
export const detect = (job: { path: string; file: string }) => enveloped(() => detectFile(job));
export const preview = (job: PreviewJob) => enveloped(() => previewFile(job));
export const unpack = (job: UnpackJob) => enveloped(() => unpackFile(job));
export const codebook = ({ path, file }: { path: string; file: string }) => enveloped(() => readCodebook(path, file));
const exportJob = (job: ExportJob) => enveloped(() => exportStudy(job));
export { exportJob as export };
export const join = (job: JoinJob) => enveloped(() => joinStudies(job));
export const readIn = (job: ReadInJob) => enveloped(() => readFileIn(job));
export const assess = (job: AssessRequest) => enveloped(() => assessRequest(job));
export const forget = ({ file }: { file: string }) =>
  enveloped(() => {
    forgetFile(file);
    return null;
  });
