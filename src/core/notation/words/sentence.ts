import { STANDINGS, type Standing } from '../../count/set-state.js';
import { BATTERY_WORDS, COUNTED_WORDS, MENTION_WORDS, SUMMARY_WORDS, VALUES_WORDS } from '../../table/say-sentence.js';
import { as, either, field, flag, listOf, maybe, meaning, oneOf, phrase, type Piece } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { variableName } from '../form/terms.js';
import type { WrittenRow, WrittenSentence } from '../written.js';
import { onlyForm } from './clause.js';

/** Who counts in the base of a question. */
const counted = either<readonly Standing[]>(
  as(
    flag('of those who mentioned something'),
    (): readonly Standing[] => [],
    (own) => (own.length === 0 ? true : undefined),
  ),
  as(
    flag('of all respondents'),
    (): readonly Standing[] => STANDINGS,
    (own) => (own.length === STANDINGS.length ? true : undefined),
  ),
  as(
    phrase<{ who: readonly Standing[] }>(
      {},
      'counting those who',
      field('who', listOf(oneOf(COUNTED_WORDS), ',', 'or')),
      'too',
    ),
    ({ who }): readonly Standing[] => who,
    (who) => ({ who }),
  ),
);

interface Wanted {
  as?: 'values' | undefined;
  mention?: WrittenRow['mention'];
  counted?: readonly Standing[] | undefined;
}

const values = as<boolean, Wanted>(
  flag(VALUES_WORDS),
  () => ({ as: 'values' }),
  (own) => (own.as ? true : undefined),
);
const mention = as<Wanted['mention'] & string, Wanted>(
  oneOf({ any: 'any mention', first: MENTION_WORDS.first, rank: MENTION_WORDS.rank }),
  (own) => ({ mention: own }),
  (own) => own.mention,
);
const base = as<readonly Standing[], Wanted>(
  counted,
  (own) => ({ counted: own }),
  (own) => own.counted,
);

const wantedParts = ({ as: listed, mention: which, counted: who }: Wanted): Wanted[] => [
  ...(listed ? [{ as: listed }] : []),
  ...(which ? [{ mention: which }] : []),
  ...(who ? [{ counted: who }] : []),
];

/** What stands in brackets behind a row: "(first mention; of all respondents)". */
const wanted: Form<Wanted> = as(
  listOf(either<Wanted>(values, mention, base), ';'),
  (parts): Wanted => Object.assign({}, ...parts) as Wanted,
  wantedParts,
);

const isWanted = (row: WrittenRow) => wantedParts(row).length > 0;

/** Fields of a form as fields of what they stand in. */
const spread = <T extends object>(form: Form<T>): Piece<T> => ({
  read: (cursor, into) => {
    Object.assign(into, form.read(cursor));
  },
  say: (from, speaker) => form.say(from, speaker),
  grammar: form.grammar,
});

const row = phrase<WrittenRow>(
  {},
  field('variable', variableName),
  maybe(isWanted, '(', spread(wanted) as unknown as Piece<WrittenRow>, ')'),
);

const nest = listOf(variableName, 'split by');

/**
 * What a table is asked for by, as it is said on the screen: "satisfaction, crops by site and season split by tenure,
 * within wave, only where age 60 and over, weighted by w".
 */
export const sentenceForm = phrase<WrittenSentence>(
  { by: [], only: [] },
  maybe(({ summary }) => summary === true, field('summary', meaning(SUMMARY_WORDS.toLowerCase(), true))),
  field('rows', listOf(row, ',', 'and')),
  maybe(({ battery }) => battery === true, field('battery', meaning(`by ${BATTERY_WORDS}`, true))),
  maybe(({ by }) => by.length > 0, 'by', field('by', listOf(nest, ',', 'and'))),
  maybe(({ within }) => within !== undefined, ', within', field('within', variableName)),
  maybe(({ only }) => only.length > 0, ', only where', field('only', onlyForm)),
  maybe(({ weight }) => weight !== undefined, ', weighted by', field('weight', variableName)),
);
