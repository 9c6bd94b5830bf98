import { as, either, field, meaning, phrase } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { number } from '../form/terms.js';

/** A stretch of numbers; null: it is open there. */
export interface Stretch {
  from: number | null;
  to: number | null;
}

interface Closed {
  from: number;
  to: number;
}

const isClosed = (own: Stretch): own is Closed => own.from !== null && own.to !== null;

/** "18 to 64", "60 and over", "up to 40", "any number". */
export const stretch: Form<Stretch> = either<Stretch>(
  as(
    phrase<Closed>({}, field('from', number), 'to', field('to', number)),
    (own): Stretch => own,
    (own) => (isClosed(own) ? own : undefined),
  ),
  as(
    phrase<{ from: number }>({}, field('from', number), 'and over'),
    ({ from }): Stretch => ({ from, to: null }),
    ({ from, to }) => (from !== null && to === null ? { from } : undefined),
  ),
  as(
    phrase<{ to: number }>({}, 'up to', field('to', number)),
    ({ to }): Stretch => ({ from: null, to }),
    ({ from, to }) => (from === null && to !== null ? { to } : undefined),
  ),
  as(
    meaning('any number', true),
    (): Stretch => ({ from: null, to: null }),
    ({ from, to }) => (from === null && to === null ? true : undefined),
  ),
);
