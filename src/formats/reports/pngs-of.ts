import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Resvg } from '@resvg/resvg-js';
import { decompress } from 'wawoff2';
import type { ReportPicture } from '../../core/report/report.js';

/** Letters of these writings are in the fonts that come with the product; others are taken from the machine. */
const WRITINGS = ['latin', 'latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese'];
const WEIGHTS = [400, 600];
/** What the font files call themselves, and what pictures call them. */
const FAMILY = 'Source Sans 3 ExtraLight';
const CALLED = "'Source Sans 3 Variable'";

/** Points of a PNG for each point of the picture: sharp on paper. */
const SCALE = 3;

/** Many pictures on one would take more memory than there is: of one so large there are fewer points. */
const MOST_POINTS = 40e6;
const scaleOf = ({ width, height }: ReportPicture) => Math.min(SCALE, Math.sqrt(MOST_POINTS / (width * height)));

/** Unpacks the fonts into a folder, as a drawing program reads them. */
async function unpackFonts(folder: string): Promise<string[]> {
  const { resolve } = createRequire(import.meta.url);
  const names = WRITINGS.flatMap((writing) => WEIGHTS.map((weight) => `source-sans-3-${writing}-${weight}-normal`));
  const files: string[] = [];
  for (const name of names) {
    const file = join(folder, `${name}.ttf`);
    const packed = await readFile(resolve(`@fontsource/source-sans-3/files/${name}.woff2`));
    await writeFile(file, await decompress(packed));
    files.push(file);
  }
  return files;
}

/** Pictures as PNG, three times as large as they are in points where that is not too large, with our own letters. */
export async function pngsOf(pictures: readonly ReportPicture[]): Promise<Map<ReportPicture, Uint8Array>> {
  const pngs = new Map<ReportPicture, Uint8Array>();
  if (pictures.length === 0) return pngs;
  const folder = await mkdtemp(join(tmpdir(), 'hatch-count-fonts-'));
  try {
    const font = { fontFiles: await unpackFonts(folder), loadSystemFonts: true, defaultFontFamily: FAMILY };
    for (const picture of pictures) {
      const svg = picture.svg.replaceAll(CALLED, `'${FAMILY}'`);
      const drawn = new Resvg(svg, { fitTo: { mode: 'zoom', value: scaleOf(picture) }, font }).render();
      pngs.set(picture, new Uint8Array(drawn.asPng()));
    }
    return pngs;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
