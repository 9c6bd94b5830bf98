import { standalone } from '../../charts/standalone.js';
import { saveFile } from '../../kit/save-file.js';

/** As many points of a picture as of the screen, times this. */
const SCALE = 2;

/** A colour of the page as it is shown. */
function colourOf(name: string): string {
  const probe = document.createElement('span');
  probe.style.setProperty('color', `var(${name})`);
  document.body.append(probe);
  const { color } = getComputedStyle(probe);
  probe.remove();
  return color;
}

/** A chart of the page, under the title that it was given if it was given one. */
export interface Taken {
  markup: string;
  heading: string | undefined;
}

/** The same as an SVG file. */
const svgFile = ({ markup, heading }: Taken): string => standalone(markup, colourOf, heading);

/** The same as a PNG, so many points wide. @throws Error where the browser cannot draw it */
async function pngOf(picture: Taken, width: number): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgFile(picture))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = Math.round((width * image.naturalHeight) / image.naturalWidth);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('nothing was drawn'))), 'image/png'),
  );
}

/** A name that every system takes. */
const fileName = (title: string) =>
  title
    .replaceAll(/[^\p{L}\p{N} .,-]+/gu, ' ')
    .trim()
    .slice(0, 100) || 'picture';

export const takeSvg = (picture: Taken, title: string): void =>
  saveFile(new Blob([svgFile(picture)], { type: 'image/svg+xml' }), `${fileName(title)}.svg`);

export const takePng = async (picture: Taken, title: string, width: number): Promise<void> =>
  saveFile(await pngOf(picture, width), `${fileName(title)}.png`);

/** Puts a chart on the clipboard as a picture. */
export const copyPicture = async (picture: Taken, width: number): Promise<void> =>
  navigator.clipboard.write([new ClipboardItem({ 'image/png': pngOf(picture, width * SCALE) })]);
