import { markupText } from '../../core/markup-text.js';
import { OWN } from './own.js';

/** Characters that XML 1.0 has no place for. */
// eslint-disable-next-line no-control-regex
const IMPOSSIBLE = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;

const escaped = (text: string) => markupText(text.replace(IMPOSSIBLE, '')).replaceAll('\r', '&#13;');

/** An element; attributes that are undefined are left out, text is escaped, elements are given ready. */
export function element(
  name: string,
  attributes: Readonly<Record<string, string | number | undefined>>,
  inside: string | readonly string[] = [],
): string {
  const head = Object.entries(attributes)
    .map(([key, value]) => (value === undefined ? '' : ` ${key}="${escaped(String(value))}"`))
    .join('');
  const body = typeof inside === 'string' ? escaped(inside) : inside.filter((part) => part !== '').join('');
  return body === '' ? `<${name}${head}/>` : `<${name}${head}>${body}</${name}>`;
}

/** What a standard has no place for, where other programs pass over it. Nothing where there is nothing to say. */
export function ownWords(words: Readonly<Record<string, unknown>>): string {
  const text = Object.entries(words).filter(([, value]) => value !== undefined);
  if (text.length === 0) return '';
  // "?>" would end the instruction; JSON can spell it otherwise.
  return `<?${OWN} ${JSON.stringify(Object.fromEntries(text)).replaceAll('?>', '?\\u003e').replace(IMPOSSIBLE, '')}?>`;
}

/** A text whose white space a reader would not keep; undefined where it would. */
export function inexact(text: string | undefined): string | undefined {
  return text === undefined || text.replace(/\s+/g, ' ').trim() === text ? undefined : text;
}
