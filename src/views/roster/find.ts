import MiniSearch from 'minisearch';
import type { RosterVariable } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';

/** Finds variables by what was typed, the best first. */
export type Finder = (search: string) => RosterVariable[];

/** How much nearer a plain match is than one with letters astray. */
const PLAIN = { name: 1000, beginning: 500, inName: 200, inTitle: 150, elsewhere: 50 } as const;

interface Entry {
  variable: RosterVariable;
  name: string;
  title: string;
  /** Question and labels of codes too. */
  all: string;
}

function plainScore({ name, title, all }: Entry, words: readonly string[], whole: string): number {
  if (name === whole) return PLAIN.name;
  if (name.startsWith(whole) || title.startsWith(whole)) return PLAIN.beginning;
  if (!words.every((word) => all.includes(word))) return 0;
  if (words.every((word) => name.includes(word))) return PLAIN.inName;
  return words.every((word) => title.includes(word) || name.includes(word)) ? PLAIN.inTitle : PLAIN.elsewhere;
}

/**
 * Makes a finder over names, labels, questions, the labels of categories, what workings do and who made them. Every
 * word of the search must be found; a word may be a part of another, and of a longer one a letter or two may be astray.
 */
export function finderFor(variables: readonly RosterVariable[]): Finder {
  const entries = variables.map((variable): Entry => {
    const { name, question, codes, says, madeBy } = variable;
    const title = titleOf(variable);
    const all = [name, title, question, says, madeBy, ...codes.map(({ label }) => label)].join('\n').toLowerCase();
    return { variable, name: name.toLowerCase(), title: title.toLowerCase(), all };
  });
  const index = new MiniSearch<{ id: number; name: string; label: string; question: string; codes: string }>({
    fields: ['name', 'label', 'question', 'codes'],
    searchOptions: {
      boost: { name: 4, label: 3, question: 1.5 },
      combineWith: 'AND',
      prefix: ({ length }) => length > 1,
      // Two letters changed for each other are two edits.
      fuzzy: ({ length }) => (length > 5 ? 2 : length > 3 ? 1 : false),
    },
  });
  index.addAll(
    variables.map(({ label, codes, id, name, question }) => ({
      id,
      name,
      question,
      label,
      codes: codes.map((code) => code.label).join(' '),
    })),
  );
  return (search) => {
    const whole = search.trim().toLowerCase();
    if (whole === '') return [...variables];
    const words = whole.split(/\s+/);
    const near = new Map(index.search(whole).map(({ id, score }) => [id as number, score]));
    const best = Math.max(1, ...near.values());
    return entries
      .map((entry) => ({
        entry,
        score: plainScore(entry, words, whole) + (40 * (near.get(entry.variable.id) ?? 0)) / best,
      }))
      .filter(({ score }) => score > 0)
      .sort((a, b) => b.score - a.score)
      .map(({ entry }) => entry.variable);
  };
}
