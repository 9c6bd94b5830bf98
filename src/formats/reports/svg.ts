import { Fault } from '../../core/fault.js';
import { markupText } from '../../core/markup-text.js';
import { picturesIn, type Report, type ReportPicture } from '../../core/report/report.js';

/** Between two pictures, and what the title of one takes, in points. */
const GAP = 28;
const HEADING = 30;

/**
 * The pictures of a report as one, each under its title where there are several.
 * @throws Fault where nothing in it has a picture
 */
export function stackedPictures(report: Report): ReportPicture {
  const pictures = picturesIn(report);
  const [only, ...others] = pictures;
  if (!only)
    throw new Fault('unsupported', 'Nothing here suits a picture.', 'Ask for a table of fewer answers and groups.', {
      field: 'as',
    });
  if (others.length === 0) return only;
  const width = Math.max(...pictures.map((picture) => picture.width));
  let height = 0;
  const parts = pictures.map(({ title, svg, ...size }) => {
    const top = height;
    height += HEADING + size.height + GAP;
    return (
      `<text x="0" y="${top + 20}" font-family="'Source Sans 3 Variable', 'Source Sans 3', Arial, sans-serif" ` +
      `font-size="16" font-weight="600" fill="#1c2230">${markupText(title)}</text>` +
      `<g transform="translate(0 ${top + HEADING})">${svg}</g>`
    );
  });
  const alt = pictures.map((picture) => picture.alt).join(' ');
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" ` +
    `role="img" aria-label="${markupText(alt)}"><rect width="${width}" height="${height}" fill="#ffffff"/>` +
    `${parts.join('')}</svg>`;
  return { title: report.title, svg, width, height, alt };
}

/** The pictures of a report as one file of lines. */
export const svgReport = (report: Report): string => `${stackedPictures(report).svg}\n`;
