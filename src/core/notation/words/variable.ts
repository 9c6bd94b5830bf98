import { type Level, LEVEL_WORDS } from '../../codebook/types.js';
import { type Block, each, once, onceBlock } from '../block/block.js';
import { behindWords, field, flag, listOf, maybe, oneOf, phrase } from '../form/compose.js';
import { codeOf, listName, newName, text, variableName } from '../form/terms.js';
import type { WrittenStandsIn, WrittenVariable } from '../written.js';
import { codeLine } from './code-line.js';
import { bandBlock } from './recipes/band.js';
import { combineBlock } from './recipes/combine.js';
import { flagsBlock } from './recipes/flags.js';
import { gatherBlock } from './recipes/gather.js';
import { interlockBlock } from './recipes/interlock.js';
import { regroupBlock } from './recipes/regroup.js';
import { scoreBlock } from './recipes/score.js';
import { slotsBlock } from './recipes/slots.js';
import { themeRecipeBlock } from './recipes/theme.js';
import { toCategoriesBlock } from './recipes/to-categories.js';
import { toNumberBlock } from './recipes/to-number.js';

/** What a column can be, in words. */
const COLUMN_LEVELS: Record<Exclude<Level, 'multiple'>, string> = {
  unordered: LEVEL_WORDS.unordered,
  ordered: LEVEL_WORDS.ordered,
  number: LEVEL_WORDS.number,
  text: LEVEL_WORDS.text,
};

const standsIn = phrase<WrittenStandsIn>(
  { aside: false },
  'stands in for',
  field('source', variableName),
  ', was called',
  field('was', newName),
  maybe(({ aside }) => aside, ',', field('aside', flag('which was set aside'))),
);

/** Every kind of working, as it is written. */
const recipes = [
  regroupBlock,
  bandBlock,
  scoreBlock,
  combineBlock,
  interlockBlock,
  flagsBlock,
  toNumberBlock,
  toCategoriesBlock,
  gatherBlock,
  slotsBlock,
  themeRecipeBlock,
] as never as readonly Block<NonNullable<WrittenVariable['recipe']>>[];

/** What is understood of a variable where nothing is said. */
const EMPTY = {
  label: '',
  question: '',
  codes: [],
  group: '',
  note: [],
  starred: false,
  aside: false,
  shownOrder: [],
  offScale: [],
} satisfies Partial<WrittenVariable>;

/** A variable: a column of the data, or what a working makes. */
export const variableBlock: Block<WrittenVariable> = {
  name: 'variable',
  head: phrase<WrittenVariable>(
    EMPTY,
    'variable',
    field('name', newName),
    maybe(({ label }) => label !== '', field('label', text)),
  ),
  entries: [
    once('heading', behindWords('column', text)),
    once('question', behindWords('question', text), ({ question }) => question === ''),
    once('level', oneOf<Exclude<Level, 'multiple'>>(COLUMN_LEVELS)),
    once('list', behindWords('codes of', listName)),
    each<WrittenVariable, 'codes'>('codes', codeLine),
    onceBlock<WrittenVariable, 'recipe'>('recipe', ...recipes),
    once('standsIn', standsIn),
    once(
      'shownOrder',
      behindWords('shown in the order', listOf(codeOf, ',')),
      ({ shownOrder }) => shownOrder.length === 0,
    ),
    once('offScale', behindWords('off the scale', listOf(codeOf, ',')), ({ offScale }) => offScale.length === 0),
    once('group', behindWords('group', text), ({ group }) => group === ''),
    once('starred', flag('starred'), ({ starred }) => !starred),
    once('aside', flag('set aside'), ({ aside }) => !aside),
    each<WrittenVariable, 'note'>('note', behindWords('note', text)),
  ],
  finish: (read, refuse, place) => {
    const variable: WrittenVariable = { ...read, place };
    const { recipe, level, list, codes } = variable;
    if (recipe && (level !== undefined || list !== undefined || codes.length > 0))
      refuse(
        `${variable.name} is made by a working, which decides its level and its codes.`,
        'Take out what is said of them, or the working.',
      );
    if (list !== undefined && codes.length > 0)
      refuse(`${variable.name} has codes of its own and those of a list.`, 'Take one of the two out.');
    return variable;
  },
};
