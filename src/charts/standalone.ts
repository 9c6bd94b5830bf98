import { penDefinitions } from './pens.js';
import { element, label } from './svg.js';

const FONT = "'Source Sans 3 Variable', 'Source Sans 3', 'Segoe UI', Arial, sans-serif";

const letters = (weight: number, size: number) => `{font:${weight} ${size}px ${FONT};fill:var(--ink)}`;

const STYLES = `.name${letters(400, 14)}.value${letters(600, 13)}.heading${letters(650, 17)}`;

/** How high a title over a chart is. */
const HEADING = 32;

/**
 * A chart as a file of its own: its pens and letters in it, its colours said, on the colour of the page, with a text
 * for who does not see it.
 * @param markup a chart, an `svg` element
 * @param colour what a custom property of the page stands for: `--ink`
 * @param heading a title that is written over it
 */
export function standalone(markup: string, colour: (name: string) => string, heading?: string): string {
  const [, width = '0', height = '0'] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(markup) ?? [];
  const [, title = ''] = /aria-label="([^"]*)"/.exec(markup) ?? [];
  const begin = markup.indexOf('>') + 1;
  const [from, to] = [Number(height), Number(height) + (heading === undefined ? 0 : HEADING)];
  const opening = markup
    .slice(0, begin)
    .replace('<svg ', '<svg xmlns="http://www.w3.org/2000/svg" ')
    .replace(`viewBox="0 0 ${width} ${from}"`, `viewBox="0 0 ${width} ${to}"`)
    .replace(` height="${from}"`, ` height="${to}"`);
  const drawn = markup.slice(begin);
  const headed =
    heading === undefined
      ? drawn
      : element('text', { x: 0, y: 20, class: 'heading' }, label(heading)) +
        `<g transform="translate(0 ${HEADING})">${drawn.replace(/<\/svg>$/, '')}</g></svg>`;
  const whole =
    `${opening}<title>${title}</title><style>${STYLES}</style>${penDefinitions()}` +
    `<rect width="${width}" height="${to}" fill="var(--page)"/>${headed}`;
  return whole.replaceAll(/var\((--[\w-]+)\)/g, (_, name: string) => colour(name));
}
