import { useState } from 'react';
import type { Verdict } from '../../core/recode/theme/mark.js';
import { useSteady } from '../../kit/use-steady.js';
import {
  withQuote,
  withSame,
  type CodingState,
  listed,
  nextLeft,
  type Said,
  type Shown,
  stepBack,
  withApart,
  withTheme,
  withVerdict,
} from './coding-state.js';

/**
 * The answers of a coder while they are coded: what is listed of them, which one is read, and what is done with it.
 * @param save keeps what was said of answers
 * @param done is called where nothing is left to be coded
 */
export function useCoding(
  start: CodingState,
  save: (texts: readonly string[], said: readonly (Said | null)[]) => void,
  done: () => void,
) {
  const [state, setState] = useState(start);
  const [shown, setShown] = useState<Shown>('all');
  const [search, setSearch] = useState('');
  // What is listed is looked for when it is asked for: an answer does not go away from under who codes it.
  const [order, setOrder] = useState(() => listed(start, shown, search));
  const put = (next: CodingState) => {
    const changed = next.said.flatMap((said, place) => (said === state.said[place] ? [] : [place]));
    const texts = changed.map((place) => state.answers[place]!.text);
    save(
      texts,
      changed.map((place) => next.said[place] ?? null),
    );
    setState(next);
  };
  const choose = (at: number) => setState({ ...state, at });
  return {
    state,
    shown,
    search,
    order,
    show: (nextShown: Shown, nextSearch: string) => {
      setShown(nextShown);
      setSearch(nextSearch);
      setOrder(listed(state, nextShown, nextSearch));
    },
    choose,
    next: () => {
      const at = nextLeft(state);
      if (at === null) done();
      else choose(at);
    },
    step: (by: -1 | 1) => {
      const at = order[order.indexOf(state.at) + by];
      if (at !== undefined) choose(at);
    },
    undo: () => put(stepBack(state)),
    // A new theme is given when it is on the sheet, which is a moment later.
    give: useSteady((theme: number) => put(withTheme(state, theme))),
    same: () => put(withSame(state)),
    verdict: (verdict: Exclude<Verdict, 'themes'>) => put(withVerdict(state, verdict)),
    quoted: (place: number, quote: string | null) => setState((now) => withQuote(now, place, quote)),
    apart: (place: number) => {
      const next = withApart(state, place);
      setState(next);
      setOrder(listed(next, shown, search));
    },
  };
}
