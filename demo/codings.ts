import { answerOf } from '../src/core/recode/theme/answer-text.js';
import { codingsTable } from '../src/core/recode/theme/codings-table.js';
import { isDrawn } from '../src/core/recode/theme/draw.js';
import type { Mark, Verdict } from '../src/core/recode/theme/mark.js';
import { saysSame } from '../src/core/recode/theme/stand.js';
import type { Coder } from '../src/core/recode/theme/shape.js';
import type { Comment } from './comments.js';
import { type Draws, draws } from './random.js';
import { SHEET, THEME_IDS, type ThemeKey } from './themes.js';

const SEED = 481_516;

/** The first reads all, the second two in five without seeing the first's. */
const CODERS: readonly [Coder, Coder] = [
  { name: 'Nell', share: 1, seed: 1 },
  { name: 'Oskar', share: 0.4, seed: 2 },
];

/** Who settled what the two said differently. */
const TOGETHER = 'Nell and Oskar';

/** Different comments at the end that nobody has coded yet. */
const LEFT = 18;

/** How many of the differences are not settled yet. */
const NOT_SETTLED = 0.15;

/** What a reader may see in a theme's stead, or besides. */
const NEAR: Partial<Record<ThemeKey, readonly ThemeKey[]>> = {
  weeds: ['waiting', 'grounds'],
  waiting: ['committee'],
  hut: ['shared', 'committee'],
  committee: ['run'],
  people: ['content'],
  content: ['people'],
  theft: ['hut'],
  compost: ['shared'],
  rent: ['run'],
  grounds: ['paths'],
};

/** How a reader errs: passes over a theme, sees another, or holds what is vague for something else. */
interface Hand {
  passesOver: number;
  seesOther: number;
  vague: number;
}
const HANDS: readonly [Hand, Hand] = [
  { passesOver: 0.04, seesOther: 0.05, vague: 0.1 },
  { passesOver: 0.08, seesOther: 0.12, vague: 0.3 },
];

const VAGUE: Record<Exclude<Verdict, 'themes'>, Verdict> = {
  'fits-nothing': 'unclear',
  unclear: 'fits-nothing',
  'left-out': 'fits-nothing',
};

type Read = Pick<Mark, 'verdict' | 'themes'>;
const PLAIN = { settles: false, quote: null };

const ids = (keys: Iterable<ThemeKey>): number[] => {
  const given = new Set([...keys].map((key) => THEME_IDS[key]));
  return SHEET.flatMap(({ id }) => (given.has(id as never) ? [id] : []));
};

/** What a reader makes of a comment. */
function read({ verdict, themes }: Comment, hand: Hand, { chance, even }: Draws): Read {
  if (verdict !== 'themes') return { verdict: chance(hand.vague) ? VAGUE[verdict] : verdict, themes: [] };
  const seen = new Set<ThemeKey>();
  themes.forEach((key, k) => {
    // The first thing that is said is hardly passed over; what stands further behind is, more often.
    if (chance(k === 0 ? hand.passesOver / 4 : hand.passesOver)) return;
    const near = NEAR[key] ?? [];
    const other = near[Math.floor(even() * near.length)];
    if (other === undefined || !chance(hand.seesOther)) seen.add(key);
    else for (const own of chance(0.5) ? [other] : [key, other]) seen.add(own);
  });
  return seen.size === 0 ? { verdict: 'unclear', themes: [] } : { verdict: 'themes', themes: ids(seen) };
}

/** The codings of the demo as the lines of a file: two coders, and what they settled. */
export function codings(comments: readonly Comment[]): (string | number)[][] {
  const draw = draws(SEED);
  const byText = new Map<string, { comment: Comment; respondents: number }>();
  for (const comment of comments) {
    const text = answerOf([comment.text]) ?? '';
    const known = byText.get(text);
    if (known) known.respondents++;
    else byText.set(text, { comment, respondents: 1 });
  }
  const answers = [...byText].map(([text, { respondents }]) => ({ text, respondents }));
  const marks = [...byText].slice(0, -LEFT).flatMap(([text, { comment }]): Mark[] => {
    const own = CODERS.flatMap((coder, k) =>
      isDrawn(coder, text)
        ? [{ text, ...read(comment, HANDS[k === 0 ? 0 : 1], draw), coder: coder.name, ...PLAIN }]
        : [],
    );
    const [first, second] = own;
    if (!first || !second || saysSame(first, second) || draw.chance(NOT_SETTLED)) return own;
    const { verdict, themes } = comment;
    return [...own, { text, verdict, themes: ids(themes), coder: TOGETHER, settles: true, quote: null }];
  });
  return codingsTable({ themes: SHEET }, answers, marks);
}
