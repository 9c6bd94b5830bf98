import { Fault } from '../../core/fault.js';
import { type Attributes, xmlReader } from '../xml.js';

/** An XML element with what is in it. */
export interface Element {
  name: string;
  attributes: Attributes;
  children: Element[];
  /** Its own text, without that of the elements in it. */
  text: string;
  /** Processing instructions in it, by their target. */
  instructions: Record<string, string>;
  line: number;
}

/** Elements of a document. */
const MOST_ELEMENTS = 1_000_000;
/** Elements in one element: no list of a codebook is so long. */
const MOST_INSIDE = 20_000;

/** Reads a whole XML document. @throws Fault where it is not well-formed, declares entities, or is too large */
export function readTree(text: string, file: string): Element {
  const root: Element = { name: '', attributes: {}, children: [], text: '', instructions: {}, line: 1 };
  const open: Element[] = [root];
  let elements = 0;
  const reader = xmlReader(file, {
    open: (name, attributes, line) => {
      if (++elements > MOST_ELEMENTS)
        throw new Fault('too-large', `${file} has more than a million elements.`, 'Split it.', { file, line });
      const element: Element = { name, attributes, children: [], text: '', instructions: {}, line };
      const parent = open.at(-1)!;
      if (parent.children.push(element) > MOST_INSIDE) {
        const most = MOST_INSIDE.toLocaleString('en');
        const what = `${file} has more than ${most} parts in one <${parent.name}>, at line ${line}.`;
        throw new Fault('too-large', what, 'Split it, or take out what is no codebook.', { file, line });
      }
      open.push(element);
    },
    text: (piece) => {
      const inside = open.at(-1);
      if (inside) inside.text += piece;
    },
    close: () => void open.pop(),
    instruction: (target, body) => {
      const inside = open.at(-1);
      if (inside) inside.instructions[target] = body;
    },
  });
  reader.write(text);
  reader.end();
  return root.children[0] ?? root;
}

export const all = (element: Element | undefined, name: string): Element[] =>
  element?.children.filter((child) => child.name === name) ?? [];

export const childOf = (element: Element | undefined, name: string): Element | undefined =>
  element?.children.find((child) => child.name === name);

/** An element by the names on the way to it. */
export const at = (element: Element | undefined, ...path: string[]): Element | undefined =>
  path.reduce<Element | undefined>((inside, name) => childOf(inside, name), element);

/** All text in an element, on one line. */
export function textOf(element: Element | undefined): string {
  if (!element) return '';
  const inner = [element.text, ...element.children.map(textOf)].join(' ');
  return inner.replace(/\s+/g, ' ').trim();
}
