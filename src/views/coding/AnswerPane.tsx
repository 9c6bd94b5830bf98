import { type ReactNode, type RefObject, useMemo, useState } from 'react';
import { plain } from '../../core/answers/words-of.js';
import { whole } from '../../core/figures.js';
import { VERDICT_WORDS, type Verdict } from '../../core/recode/theme/mark.js';
import { pathOf } from '../../core/recode/theme/sheet.js';
import type { Theme, ThemeRecipe } from '../../core/recode/theme/shape.js';
import { plural } from '../../core/words.js';
import { Button, MainButton, Toggle } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { type CodingState, keyOf, otherwiseHere, saidHere, VERDICT_KEYS } from './coding-state.js';
import { Marked } from './Marked.js';
import css from './coding.module.css';

interface Props {
  state: CodingState;
  /** The themes that can be given, in the order of the sheet. */
  themes: readonly Theme[];
  recipe: ThemeRecipe;
  search: string;
  /** Where a theme is typed. */
  typed: RefObject<HTMLInputElement | null>;
  give: (theme: number) => void;
  verdict: (verdict: Exclude<Verdict, 'themes'>) => void;
  apart: (place: number) => void;
  /** Says of all of the group what was said of the first that is coded. */
  same: () => void;
  next: () => void;
  back: () => void;
  /** Puts a new theme on the sheet, and gives it. */
  add: (name: string) => void;
  /** What can be done with the answer besides. */
  more: ReactNode;
}

/** A theme by the beginning of its name, or of a word in it; Enter gives the first, or puts a new one on the sheet. */
function TypedTheme({ themes, recipe, typed, give, add }: Pick<Props, 'themes' | 'recipe' | 'typed' | 'give' | 'add'>) {
  const [name, setName] = useState('');
  const wanted = plain(name.trim());
  const like = useMemo(
    () =>
      wanted === '' ? [] : themes.filter((theme) => ` ${plain(pathOf(recipe.themes, theme))}`.includes(` ${wanted}`)),
    [themes, recipe, wanted],
  );
  const [first] = like;
  return (
    <form
      className={css['typed']}
      onSubmit={(event) => {
        event.preventDefault();
        if (wanted === '') return;
        if (first) give(first.id);
        else add(name.trim());
        setName('');
        typed.current?.blur();
      }}
    >
      <label>
        <kbd>T</kbd> Type a theme{' '}
        <input
          ref={typed}
          className={kit['input']}
          value={name}
          maxLength={200}
          onChange={({ target }) => setName(target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            setName('');
            typed.current?.blur();
          }}
        />
      </label>
      <span role="status">
        {first
          ? `Enter gives “${pathOf(recipe.themes, first)}”`
          : wanted !== '' && `Enter puts “${name.trim()}” on the code sheet and gives it`}
      </span>
    </form>
  );
}

/** The other answers that are coded with the one that is read, and how they stand to it. */
function Alike({ state, apart, same }: Pick<Props, 'state' | 'apart' | 'same'>) {
  const [, ...others] = state.groups[state.at] ?? [];
  const otherwise = saidHere(state) === null ? [] : otherwiseHere(state);
  const left = otherwise.filter((place) => state.said[place] === null).length;
  if (others.length === 0) return null;
  return (
    <>
      <ul className={css['alike']}>
        {others.map((place) => (
          <li key={place}>
            <span dir="auto">{state.answers[place]?.text}</span>{' '}
            <Button onClick={() => apart(place)}>Not the same</Button>
          </li>
        ))}
      </ul>
      {otherwise.length > 0 && (
        <p className={css['who']}>
          {left === otherwise.length
            ? `${left} of them ${left === 1 ? 'is' : 'are'} not coded yet.`
            : 'They are not all coded alike.'}{' '}
          <Button onClick={same}>
            <kbd>G</kbd> Code them all the same
          </Button>
        </p>
      )}
    </>
  );
}

/** One answer, large, with those that are alike and are coded with it; the themes that it can have. */
export function AnswerPane(props: Props) {
  const { state, themes, recipe, search, give, verdict, next, back, more } = props;
  const places = state.groups[state.at] ?? [];
  const [first = -1, ...others] = places;
  const answer = state.answers[first];
  const said = saidHere(state);
  if (!answer) return <p>There are no answers to code.</p>;
  const respondents = places.reduce((sum, place) => sum + (state.answers[place]?.respondents ?? 0), 0);
  return (
    <>
      <blockquote className={css['answer']} aria-label="The answer" dir="auto">
        {answer.text.split('\n').map((line, k) => (
          <p key={k}>
            <Marked text={line} search={search} />
          </p>
        ))}
      </blockquote>
      <p className={css['who']}>
        {respondents === 1 ? `The respondent at place ${whole(answer.first)}` : plural(respondents, 'respondent')}
        {others.length > 0 && `, in ${plural(places.length, 'way')} of writing it; all are coded together:`}
      </p>
      <Alike {...props} />
      <div className={css['themes']} role="group" aria-label="Themes">
        {themes.map((theme, k) => (
          <Toggle
            key={theme.id}
            on={said?.themes.includes(theme.id) ?? false}
            title={theme.definition}
            onClick={() => give(theme.id)}
          >
            {keyOf(k) !== null && <kbd>{keyOf(k)!.toUpperCase()}</kbd>} {pathOf(recipe.themes, theme)}
          </Toggle>
        ))}
        {themes.length === 0 && <p>No themes yet: type the first one.</p>}
      </div>
      <TypedTheme {...props} />
      <div className={css['themes']} role="group" aria-label="Without a theme">
        {VERDICT_KEYS.map(([key, own]) => (
          <Toggle key={own} on={said?.verdict === own} onClick={() => verdict(own)}>
            <kbd>{key.toUpperCase()}</kbd> {VERDICT_WORDS[own]}
          </Toggle>
        ))}
      </div>
      <div className={css['steps']}>
        <Button onClick={back}>
          <kbd>P</kbd> Back
        </Button>
        <MainButton onClick={next}>
          <kbd>N</kbd> Next not coded
        </MainButton>
      </div>
      {more}
    </>
  );
}
