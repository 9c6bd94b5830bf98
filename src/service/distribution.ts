import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import type { BandEnds } from '../core/recode/band/shape.js';
import type { OpenStudy, Service } from './context.js';
import { findVariable } from './roster.js';
import type { Distribution } from './worker/distribution-job.js';

/** Shares as an address spells them. @throws Fault where one is not a share */
function sharesIn(text: string): number[] {
  const shares = text
    .split(',')
    .filter((candidate) => candidate !== '')
    .map(Number);
  if (shares.length > 100 || shares.some((share) => !(share > 0 && share < 1))) {
    throw new Fault('invalid', 'Shares lie between 0 and 1.', 'Write up to 100 of them, separated by commas.', {
      field: 'shares',
    });
  }
  return shares.sort((a, b) => a - b);
}

/** The values of a number, and edges behind which given shares of respondents lie. */
export function distributionOf(
  service: Service,
  study: OpenStudy,
  variable: number,
  shares: string,
  ends: BandEnds,
): Promise<Distribution> {
  const record = findVariable(study.db, variable);
  const source = { column: record.columnId, title: titleOf(record), level: record.level, codes: record.codes };
  return service.run('distribution', { file: study.file, source, shares: sharesIn(shares), ends });
}
