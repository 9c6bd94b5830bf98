import {
  type DisclosedTable,
  type DiscloseJob,
  discloseTables,
  type ReportJob,
  writeReportFile,
} from './report-job.js';
import type { DocxTemplate } from '../../core/report/docx-template-shape.js';
import { readDocxTemplate } from '../../formats/reports/docx-template.js';
import { type SpreadJob, spreadInStudy } from './spread-job.js';
import { type KeptSweepJob, type SweepJob, sweepOfCounts, sweepStudy } from './sweep-job.js';
import type { Spread } from '../../core/spread/types.js';
import { type TableCsvJob, tableCsv, type TableJob, tableText } from './table-job.js';
import type { Tell } from '../jobs/helper.js';
import type { CountArray } from '../../core/count/types.js';
import type { SweptTable } from '../../core/sweep/types.js';
import type { Sweep } from '../../core/view/types.js';
import { forgetFile } from './column-cache.js';
import { readCodebook } from '../../formats/codebooks/read-codebook.js';
import type { ReadCodebook } from '../../formats/codebooks/sent.js';
import { type Unpacked, unpack, type UnpackJob } from './unpack-job.js';
import { exportStudy, type ExportJob } from './export-job.js';
import { type Joined, type JoinJob, joinStudies } from './join-job.js';
import type { Column } from '../../core/count/column.js';
import type { NumberPlaces } from '../../core/count/number-places.js';
import type { PackedPart } from '../../core/count/packed-part.js';
import {
  countShared,
  countSharedParts,
  type PartsJob,
  readShared,
  sharedPlaces,
  type TellJob,
  tellSharedParts,
} from './divided-job.js';
import { deriveInStudy } from './derive/derive-job.js';
import { type Distribution, type DistributionJob, distributionInStudy } from './distribution-job.js';
import type { Derived, DeriveJob } from './derive/types.js';
import { describeInStudy, type Described, type DescribeJob } from './describe-job.js';
import {
  lookForValues,
  lookThrough,
  type LookJob,
  type Looked,
  meansByCode,
  type MeansJob,
  type StandsOut,
} from './look-job.js';
import { type Reach, reachInStudy, type ReachJob } from './reach-job.js';
import { type RespondentRows, type RespondentsJob, respondentsInStudy } from './respondents-job.js';
import { type Answer, answersInStudy, type AnswersJob } from './answers-job.js';
import { readFileLines } from '../../formats/file-lines-read.js';
import type { FileLine } from '../../core/recode/theme/file-lines.js';
import { type Twins, twinsInColumn, type TwinsJob } from './twins-job.js';
import { detectFile, previewFile, type PreviewJob } from './preview-job.js';
import type { Preview } from '../../core/intake/intake-shape.js';
import { readIn, type ReadInJob } from './read-in-job.js';
import { upgradeFile } from './upgrade-job.js';
import type { Verified } from '../../core/study/verified.js';
import { type BackupJob, checkBackup, verify } from './verify-job.js';
import { copyStudy, type CopyJob } from './copy-job.js';
import type { ReadIn } from '../../core/intake/read-in-shape.js';
import type { Detected } from '../../formats/open-rows.js';

/** The jobs that are done in threads and processes, with what each takes and gives. */
export interface Jobs {
  column: { takes: { file: string; column: number }; gives: Column };
  places: { takes: { values: Float64Array; words: number }; gives: NumberPlaces };
  count: { takes: PartsJob; gives: CountArray[] };
  countParts: { takes: PartsJob; gives: PackedPart[] };
  tellCounts: { takes: TellJob; gives: CountArray[] };
  describe: { takes: DescribeJob; gives: Described };
  derive: { takes: DeriveJob; gives: Derived };
  preview: { takes: DeriveJob; gives: Derived };
  distribution: { takes: DistributionJob; gives: Distribution };
  look: { takes: LookJob; gives: Looked[] };
  outliers: { takes: { file: string; column: number }; gives: StandsOut };
  means: { takes: MeansJob; gives: [code: string, mean: number][] };
  reach: { takes: ReachJob; gives: Reach };
  respondents: { takes: RespondentsJob; gives: RespondentRows };
  answers: { takes: AnswersJob; gives: Answer[] };
  twins: { takes: TwinsJob; gives: Twins | null };
  detect: { takes: { path: string; file: string }; gives: Detected };
  previewFile: { takes: PreviewJob; gives: Preview };
  unpack: { takes: UnpackJob; gives: Unpacked };
  codebook: { takes: { path: string; file: string }; gives: ReadCodebook };
  'file-lines': { takes: { path: string; file: string }; gives: FileLine[] };
  readIn: { takes: ReadInJob; gives: ReadIn };
  forget: { takes: { file: string }; gives: null };
  join: { takes: JoinJob; gives: Joined };
  export: { takes: ExportJob; gives: string };
  report: { takes: ReportJob; gives: null };
  disclose: { takes: DiscloseJob; gives: DisclosedTable[] };
  template: { takes: { path: string; file: string }; gives: DocxTemplate };
  copy: { takes: CopyJob; gives: null };
  upgrade: { takes: { file: string }; gives: null };
  checkBackup: { takes: BackupJob; gives: null };
  verify: { takes: { path: string }; gives: Verified };
  assessSent: { takes: Uint8Array; gives: Uint8Array<ArrayBuffer> };
  table: { takes: TableJob; gives: Uint8Array<ArrayBuffer> };
  tableCsv: { takes: TableCsvJob; gives: string };
  sweep: { takes: SweepJob; gives: SweptTable[] };
  keptSweep: { takes: KeptSweepJob; gives: { title: string } & Sweep };
  spread: { takes: SpreadJob; gives: Spread };
  spreadMuch: { takes: SpreadJob; gives: Spread };
}

/** How jobs are done, by name. */
export type DoneBy = {
  [Name in keyof Jobs]: (job: Jobs[Name]['takes'], tell: Tell) => Jobs[Name]['gives'] | Promise<Jobs[Name]['gives']>;
};

/** How each job is done, but for those that the API reads: the entry adds them. */
export const JOBS: Omit<DoneBy, 'assessSent'> = {
  column: readShared,
  places: sharedPlaces,
  count: countShared,
  countParts: countSharedParts,
  tellCounts: tellSharedParts,
  describe: describeInStudy,
  derive: deriveInStudy,
  preview: deriveInStudy,
  distribution: distributionInStudy,
  look: lookForValues,
  outliers: lookThrough,
  means: meansByCode,
  reach: reachInStudy,
  respondents: respondentsInStudy,
  answers: answersInStudy,
  twins: twinsInColumn,
  detect: detectFile,
  previewFile,
  unpack,
  codebook: ({ path, file }) => readCodebook(path, file),
  'file-lines': ({ path, file }) => readFileLines(path, file),
  readIn,
  forget: ({ file }) => {
    forgetFile(file);
    return null;
  },
  join: joinStudies,
  export: exportStudy,
  report: writeReportFile,
  disclose: discloseTables,
  template: ({ path, file }) => readDocxTemplate(path, file),
  copy: copyStudy,
  upgrade: upgradeFile,
  checkBackup,
  verify,
  table: tableText,
  tableCsv,
  sweep: sweepStudy,
  keptSweep: sweepOfCounts,
  spread: spreadInStudy,
  spreadMuch: spreadInStudy,
};
