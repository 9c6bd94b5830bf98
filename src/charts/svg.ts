import { markupText } from '../core/markup-text.js';

type Attributes = Readonly<Record<string, string | number | undefined>>;

/** One SVG element as text; text content must have gone through `label`. */
export function element(tag: string, attributes: Attributes, ...children: readonly string[]): string {
  const written = Object.entries(attributes)
    .filter(([, value]) => value !== undefined)
    .map(
      ([name, value]) =>
        ` ${name}="${markupText(typeof value === 'number' ? String(Math.round(value * 100) / 100) : String(value))}"`,
    )
    .join('');
  return children.length === 0 ? `<${tag}${written}/>` : `<${tag}${written}>${children.join('')}</${tag}>`;
}

/** Text for inside an element. */
export function label(text: string): string {
  return markupText(text);
}
