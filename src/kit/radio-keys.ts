import type { KeyboardEvent } from 'react';

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** Arrow keys on the `from`th of buttons beside each other, of which one is on: they choose the next, and go there. */
export const radioKeys =
  <T extends string>(ids: readonly T[], from: number, choose: (id: T) => void) =>
  (event: KeyboardEvent<HTMLButtonElement>): void => {
    const step = STEPS[event.key];
    const to = step === undefined ? -1 : (from + step + ids.length) % ids.length;
    const next = ids[to];
    if (next === undefined) return;
    event.preventDefault();
    choose(next);
    event.currentTarget.parentElement?.querySelectorAll('button')[to]?.focus();
  };
