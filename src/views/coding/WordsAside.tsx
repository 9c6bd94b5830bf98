import { useDeferredValue, useMemo } from 'react';
import { frequentWords } from '../../core/answers/frequent-words.js';
import { inContext } from '../../core/answers/matches.js';
import { smallWordsOf } from '../../core/answers/small-words.js';
import { learn, suggest } from '../../core/answers/suggest.js';
import { whole } from '../../core/figures.js';
import { Aside } from '../../kit/EditorShell.js';
import { Button } from '../../kit/kit.js';
import { Note, Panel } from '../../kit/Panel.js';
import type { CodingState } from './coding-state.js';
import css from './coding.module.css';

/** Words that are told. */
const WORDS = 40;
/** Places of a word that are shown, with so many letters around it. */
const PLACES = 40;
const AROUND = 28;
/** What is learned from codings is learned anew after so many more. */
const EVERY = 5;

interface Props {
  state: CodingState;
  search: string;
  nameOf: (theme: number) => string;
  give: (theme: number) => void;
  /** Searches the answers. */
  find: (word: string) => void;
}

/** Themes that the answer may have, from what was coded so far; none is given without a yes. */
function Suggestions({
  state,
  small,
  nameOf,
  give,
}: Pick<Props, 'state' | 'nameOf' | 'give'> & { small: ReadonlySet<string> }) {
  const { answers, said, groups, at } = state;
  const lot = Math.floor((answers.length - state.left) / EVERY);
  const learned = useMemo(
    () =>
      learn(
        answers.flatMap(({ text }, k) => {
          const own = said[k];
          return own ? [{ text, themes: own.themes }] : [];
        }),
        small,
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- not with every key: a few more codings change little
    [answers, lot, small],
  );
  const place = groups[at]?.[0] ?? -1;
  const has = new Set(said[place]?.themes ?? []);
  const all = suggest(learned, answers[place]?.text ?? '').filter(
    ({ theme }) => !has.has(theme) && nameOf(theme) !== '',
  );
  return (
    <Panel title="May be about">
      {all.length === 0 && <Note>Nothing, by the words of what was coded so far.</Note>}
      {all.map(({ theme, share, words }) => (
        <p key={theme} className={css['suggestion']}>
          <Button onClick={() => give(theme)}>Give “{nameOf(theme)}”</Button>
          <span>
            {Math.round(100 * share)}% of the answers with {words.map((word) => `“${word}”`).join(', ')} have it
          </span>
        </p>
      ))}
    </Panel>
  );
}

/** What the words of the answers say: themes that may be in one, frequent words, and where a word stands. */
export function WordsAside({ state, search, nameOf, give, find }: Props) {
  const { answers } = state;
  const texts = useMemo(() => answers.map(({ text }) => text), [answers]);
  const small = useMemo(() => smallWordsOf(texts), [texts]);
  const words = useMemo(() => frequentWords(texts, small, WORDS), [texts, small]);
  const wanted = useDeferredValue(search);
  const places = useMemo(
    () =>
      wanted.trim().length < 2
        ? []
        : answers.flatMap(({ text }, k) =>
            inContext(text, wanted, AROUND).map((part, j) => ({ ...part, key: `${k} ${j}` })),
          ),
    [answers, wanted],
  );
  return (
    <Aside label="Words">
      <Suggestions {...{ state, small, nameOf, give }} />
      {places.length > 0 && (
        <Panel title={`“${wanted.trim()}” where it stands`}>
          <ul className={css['context']}>
            {places.slice(0, PLACES).map(({ key, before, match, behind }) => (
              <li key={key}>
                <span>{before}</span>
                <mark>{match}</mark>
                <span>{behind}</span>
              </li>
            ))}
          </ul>
          {places.length > PLACES && <Note>and {whole(places.length - PLACES)} more</Note>}
        </Panel>
      )}
      <Panel title="Words of many answers">
        <p className={css['words']}>
          {words.map(({ word, answers: count }) => (
            <Button key={word} onClick={() => find(word)}>
              {word} <small>{whole(count)}</small>
            </Button>
          ))}
        </p>
        {words.length === 0 && <Note>No word stands in several answers.</Note>}
      </Panel>
    </Aside>
  );
}
