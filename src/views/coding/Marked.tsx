import { matches } from '../../core/answers/matches.js';

/** A text in which what is searched for is marked. */
export function Marked({ text, search }: { text: string; search: string }) {
  const spans = matches(text, search);
  let at = 0;
  const parts = spans.flatMap(([from, to]) => {
    const before = text.slice(at, from);
    at = to;
    return [before, <mark key={from}>{text.slice(from, to)}</mark>];
  });
  return [...parts, text.slice(at)];
}
