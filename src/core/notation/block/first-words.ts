import type { Grammar } from '../form/form.js';
import { piecesOf } from '../form/words.js';

/** What something can begin with: words, and whether a name, code, text or number can be first. */
interface First {
  words: ReadonlySet<string>;
  thing: boolean;
  /** It can be nothing at all. */
  empty: boolean;
}

const NOTHING: First = { words: new Set(), thing: false, empty: true };

const either = (firsts: readonly First[]): First => ({
  words: new Set(firsts.flatMap(({ words }) => [...words])),
  thing: firsts.some(({ thing }) => thing),
  empty: firsts.some(({ empty }) => empty),
});

/** What a form can begin with, by its grammar; of a rule anything. */
export function firstOf(grammar: Grammar): First {
  switch (grammar.is) {
    case 'words': {
      const [first = ''] = piecesOf(grammar.text.toLowerCase());
      return { words: new Set([first]), thing: false, empty: false };
    }
    case 'thing':
    case 'rule':
      return { words: new Set(), thing: true, empty: false };
    case 'list':
      return firstOf(grammar.part);
    case 'optional':
      return { ...firstOf(grammar.part), empty: true };
    case 'choice':
      return either(grammar.parts.map(firstOf));
    case 'sequence': {
      const parts: First[] = [];
      for (const part of grammar.parts) {
        const first = firstOf(part);
        parts.push(first);
        if (!first.empty) return { ...either(parts), empty: false };
      }
      return parts.length === 0 ? NOTHING : either(parts);
    }
  }
}
