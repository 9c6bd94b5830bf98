import type { DrawnBlock } from '../../core/report/drawn-blocks.js';
import type { ReportPicture } from '../../core/report/report.js';
import type { DrawnSpreads } from '../../core/spread/types.js';
import { type PictureKind, picturesOf } from '../../core/table/picture-kinds.js';
import { type Shown, USUAL_WIDE } from '../../core/table/shown-shape.js';
import { standalone } from '../standalone.js';
import { altText } from './alt-text.js';
import { drawableOf } from './drawable.js';
import { draw } from './kinds.js';

/** The colours of paper, as `kit/tokens.css` has them for light. */
const PAPER: Readonly<Record<string, string>> = {
  '--page': '#ffffff',
  '--ink': '#1c2230',
  '--soft': '#5b6272',
  '--rule': '#d9d6cc',
  '--rule-strong': '#8d8a80',
  '--action': '#0b5f6b',
  '--pen': '#2f4a6d',
  '--pen-first': '#0b5f6b',
  '--pen-middle': '#6d6f7d',
  '--pen-last': '#a8480a',
};

/**
 * The picture of a block, as it is chosen, or as is usual; the usual one where what the chosen one needs is not there.
 * @returns null where it cannot be drawn
 */
export function reportPicture(drawn: DrawnBlock, shown: Shown, spreads: DrawnSpreads): ReportPicture | null {
  const { table, block, battery } = drawn;
  const { heading, wide = USUAL_WIDE, plain, confidence } = shown;
  const title = heading ?? drawn.title;
  const drawable = drawableOf(table, block, { title, width: wide, values: plain !== true, confidence }, spreads);
  const suiting = picturesOf(table, battery);
  const inOrder: PictureKind[] = [...suiting.filter((kind) => kind === shown.picture), ...suiting];
  for (const kind of inOrder) {
    const markup = draw(kind, drawable);
    const [, width, height] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(markup) ?? [];
    if (width === undefined || height === undefined) continue;
    return {
      title,
      svg: standalone(markup, (name) => PAPER[name] ?? '#1c2230'),
      width: Number(width),
      height: Number(height),
      alt: altText(kind, drawable),
    };
  }
  return null;
}
