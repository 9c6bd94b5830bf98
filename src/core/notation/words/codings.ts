import { type Block, each } from '../block/block.js';
import { as, either, field, flag, listOf, maybe, phrase } from '../form/compose.js';
import { text, variableName, whole } from '../form/terms.js';
import type { WrittenCodings, WrittenMark } from '../written.js';

interface Verdict {
  verdict: WrittenMark['verdict'];
  themes: readonly number[];
}

const verdict = either<Verdict>(
  as(
    phrase<{ themes: readonly number[] }>({}, 'themes', field('themes', listOf(whole, ','))),
    ({ themes }): Verdict => ({ verdict: 'themes', themes }),
    (own) => (own.verdict === 'themes' && own.themes.length > 0 ? { themes: own.themes } : undefined),
  ),
  ...(
    [
      ['fits no theme', 'fits-nothing'],
      ['unclear', 'unclear'],
      ['left out', 'left-out'],
      ['no theme yet', 'themes'],
    ] as const
  ).map(([words, is]) =>
    as<boolean, Verdict>(
      flag(words),
      () => ({ verdict: is, themes: [] }),
      (own) => (own.verdict === is ? true : undefined),
    ),
  ),
);

interface Said {
  text: string;
  verdict: Verdict;
  quote: string | null;
}

const mark = as<Said, WrittenMark>(
  phrase<Said>(
    { quote: null },
    field('text', text),
    ':',
    field('verdict', verdict),
    maybe(({ quote }) => quote !== null, ', quoted as', field('quote', text)),
  ),
  ({ text: answer, verdict: own, quote }) => ({ text: answer, ...own, quote }),
  ({ text: answer, verdict: own, themes, quote }) => ({ text: answer, verdict: { verdict: own, themes }, quote }),
);

/** What a coder said of answers, a line each: `"More water": themes 1, 4`. */
export const codingsBlock: Block<WrittenCodings> = {
  name: 'codings',
  head: phrase<WrittenCodings>(
    { settles: false, marks: [] },
    'codings of',
    field('of', variableName),
    'by',
    field('coder', text),
    maybe(({ settles }) => settles, ',', field('settles', flag('settled'))),
  ),
  entries: [each<WrittenCodings, 'marks'>('marks', mark)],
  finish: (read, _, place) => ({ ...read, place }),
};
