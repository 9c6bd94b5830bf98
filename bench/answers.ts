import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { alike } from '../src/core/answers/alike.js';
import { wordsOf } from '../src/core/answers/words-of.js';
import { say, timed } from './timing.js';

const ANSWERS = 20_000;
const ROUNDS = 5;
/** Grouping may take so many times as long as reading the words of the same answers once. */
const MOST = 10;

const WORDS = (
  'water tap shed rats compost bees path gate rent lock key hut plot weeds fence deer notice board neighbours soil ' +
  'courgettes beans slugs frost hose barrow tools bay waiting list years lovely quiet muddy broken never always'
).split(' ');

/** So many answers of two to twelve words, of which one in six is another one with a slip of the finger. */
export function writtenAnswers(count: number): string[] {
  const random = xoroshiro128plus(43);
  const next = (most: number) => uniformInt(random, 0, most);
  const texts: string[] = [];
  for (let k = 0; k < count; k++) {
    const before = texts[next(Math.max(0, texts.length - 1))];
    if (before !== undefined && next(5) === 0) {
      const at = next(before.length - 1);
      texts.push(before.slice(0, at) + before.slice(at + 1));
    } else texts.push(Array.from({ length: 2 + next(10) }, () => WORDS[next(WORDS.length - 1)]).join(' '));
  }
  return texts;
}

/** Putting answers together that are nearly alike, beside a plain pass over the words of the same answers. */
export async function benchAnswers(): Promise<void> {
  const texts = writtenAnswers(ANSWERS);
  const grouping = await timed(ROUNDS, () => alike(texts));
  const reading = await timed(ROUNDS, () => texts.map((text) => wordsOf(text).length));
  const ratio = grouping / reading;
  say(
    `${ANSWERS.toLocaleString('en')} answers put together, ${alike(texts).length.toLocaleString('en')} groups`,
    `${grouping.toFixed(0)} ms; their words read once ${reading.toFixed(0)} ms: ${ratio.toFixed(1)} times as long ` +
      `(at most ${MOST})`,
  );
  if (!(ratio <= MOST)) throw new Error('answers are grouped too slowly');
}
