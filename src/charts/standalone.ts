import { penDefinitions } from './pens.js';

const FONT = "'Source Sans 3 Variable', 'Source Sans 3', 'Segoe UI', Arial, sans-serif";

const letters = (weight: number, size: number) => `{font:${weight} ${size}px ${FONT};fill:var(--ink)}`;

const STYLES = `.name${letters(400, 14)}.value${letters(600, 13)}`;

/**
 * A chart as a file of its own: its pens and letters in it, its colours said, on the colour of the page, with a text
 * for who does not see it.
 * @param markup a chart, an `svg` element
 * @param colour what a custom property of the page stands for: `--ink`
 */
export function standalone(markup: string, colour: (name: string) => string): string {
  const [, width = '0', height = '0'] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(markup) ?? [];
  const [, title = ''] = /aria-label="([^"]*)"/.exec(markup) ?? [];
  const begin = markup.indexOf('>') + 1;
  const whole =
    markup.slice(0, begin).replace('<svg ', '<svg xmlns="http://www.w3.org/2000/svg" ') +
    `<title>${title}</title><style>${STYLES}</style>${penDefinitions()}` +
    `<rect width="${width}" height="${height}" fill="var(--page)"/>` +
    markup.slice(begin);
  return whole.replaceAll(/var\((--[\w-]+)\)/g, (_, name: string) => colour(name));
}
