import { whole } from '../figures.js';
import type { Fact } from './report.js';

/** What a file says of the study that it is of. */
export interface ReportedStudy {
  name: string;
  /** What it is, such as its wave. */
  subtitle: string;
  respondents: number;
  /** The files of data that were taken in, the first first. */
  files: readonly { name: string; respondents: number; takenIn: string }[];
  /** Entries of its ledger. */
  entries: number;
}

const day = (iso: string) => iso.slice(0, 10);

/**
 * What a file says of itself: of which study and data, when and with what it was made.
 * @param made when, as ISO 8601
 * @param version of the program
 */
export function reportFacts(study: ReportedStudy, made: string, version: string): Fact[] {
  const { name, subtitle, respondents, files, entries } = study;
  const waves = files.map((file) => `${file.name} (${whole(file.respondents)} respondents, ${day(file.takenIn)})`);
  return [
    { what: 'Study', text: name },
    ...(subtitle === '' ? [] : [{ what: 'Wave', text: subtitle }]),
    { what: 'Data', text: `${whole(respondents)} respondents: ${waves.join('; ')}` },
    { what: 'As of', text: `entry ${entries} of the ledger` },
    { what: 'Made', text: `${made.slice(0, 16).replace('T', ' ')} UTC, with Hatch Count ${version}` },
  ];
}
