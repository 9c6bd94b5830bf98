import type { Report } from '../../core/report/report.js';
import { pngsOf } from './pngs-of.js';
import { stackedPictures } from './svg.js';

/** The pictures of a report as one file of points. */
export async function pngReport(report: Report): Promise<Uint8Array> {
  const picture = stackedPictures(report);
  return (await pngsOf([picture])).get(picture)!;
}
