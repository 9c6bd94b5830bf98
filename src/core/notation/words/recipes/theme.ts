import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import type { Coder, Theme } from '../../../recode/theme/shape.js';
import { type Block, each, eachBlock, once } from '../../block/block.js';
import { as, behindWords, either, field, flag, maybe, phrase } from '../../form/compose.js';
import type { Form } from '../../form/form.js';
import { number, text, whole } from '../../form/terms.js';
import { variableNames } from '../variable-names.js';

type ThemeRecipe = Extract<NamedRecipe, { kind: 'theme' }>;

/** One theme of a code sheet. */
const themeBlock: Block<Theme> = {
  name: 'theme',
  head: phrase<Theme>(
    { under: null, into: null },
    'theme',
    field('id', whole),
    field('name', text),
    maybe(({ under }) => under !== null, 'under', field('under', whole)),
    maybe(({ into }) => into !== null, 'merged into', field('into', whole)),
  ),
  entries: [
    once('definition', behindWords('is about', text)),
    once('belongs', behindWords('such as', text)),
    once('not', behindWords('not', text)),
  ],
};

const share: Form<number> = either(
  as(
    flag('all answers'),
    () => 1,
    (value) => (value === 1 ? true : undefined),
  ),
  as(
    phrase<{ share: number }>({}, 'share', field('share', number)),
    (own) => own.share,
    (own) => ({ share: own }),
  ),
);

const coder = phrase<Coder>(
  {},
  'coder',
  field('name', text),
  'of',
  field('share', share),
  ', seed',
  field('seed', whole),
);

/** Answers in words to themes. */
export const themeRecipeBlock: Block<ThemeRecipe> = {
  name: 'themes',
  is: (value: NamedRecipe) => value.kind === 'theme',
  head: phrase<ThemeRecipe>(
    { kind: 'theme', themes: [], coders: [] },
    'codes themes in',
    field('sources', variableNames),
  ),
  entries: [eachBlock<ThemeRecipe, 'themes'>('themes', themeBlock), each<ThemeRecipe, 'coders'>('coders', coder)],
};
