import { fixed } from '../../core/figures.js';
import { PICTURE_NAMES, type PictureKind } from '../../core/table/picture-kinds.js';
import { plural } from '../../core/words.js';
import { percentText } from './frame.js';
import type { Drawable } from './kinds.js';
import type { BoxSpec, PictureSpec } from './spec.js';

/** A text that is heard has no more parts than these. */
const MOST_PARTS = 40;

/** "Mill Row: Yes 41%, No 59%", for each group. */
const sharesText = ({ groups, answers, points }: PictureSpec): string[] =>
  groups.map(({ label }, j) => {
    const shares = answers.flatMap((answer, i) => {
      const point = points[i]?.[j];
      return point ? [`${answer} ${percentText(point.value)}`] : [];
    });
    return `${label === '' ? '' : `${label}: `}${shares.join(', ')}`;
  });

/** "Mill Row: mean 41.2, median 40, quartiles 30 and 52", for each group. */
const boxesText = ({ boxes, decimals }: BoxSpec): string[] =>
  boxes.map(({ label, mean, median, lowerQuartile, upperQuartile }) => {
    const say = (value: number) => fixed(value, decimals);
    const quartiles = `quartiles ${say(lowerQuartile)} and ${say(upperQuartile)}`;
    return `${label}: mean ${say(mean)}, median ${say(median)}, ${quartiles}`;
  });

/**
 * What a picture shows, for who does not see it: what it is, its title, and its figures group by group.
 * @example altText('bars', drawable) // 'Picture (bars) of Mood by Site. North: Good 50%, Bad 50%.'
 */
export function altText(kind: PictureKind, { of, spec }: Drawable): string {
  const parts = of === 'shares' ? sharesText(spec) : boxesText(spec);
  const rest = parts.length - MOST_PARTS;
  const said = [...parts.slice(0, MOST_PARTS), ...(rest > 0 ? [`and ${plural(rest, 'other group')}`] : [])];
  const figures = said.length > 0 ? ` ${said.join('; ')}.` : '';
  return `Picture (${PICTURE_NAMES[kind]}) of ${spec.title}.${figures}`;
}
