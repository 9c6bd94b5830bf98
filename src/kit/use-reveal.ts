import { useCallback, useRef, useState } from 'react';

/** Items drawn at first, and each time the end comes into sight. */
const STEP = 80;

interface Revealed {
  /** How many are drawn. */
  most: number;
  /** What is to be put behind the last of them. */
  end: (element: HTMLElement | null) => void;
  /** Draws some more, for whoever does not scroll. */
  more: () => void;
}

/** How many of a long list are drawn: more as its end comes into sight. @param of another list begins anew */
export function useReveal(of: unknown): Revealed {
  const [state, setState] = useState({ of, most: STEP });
  const observer = useRef<IntersectionObserver | null>(null);
  const most = state.of === of ? state.most : STEP;
  const end = useCallback(
    (element: HTMLElement | null) => {
      observer.current?.disconnect();
      if (!element) return;
      observer.current = new IntersectionObserver(
        ([entry]) => {
          if (entry?.isIntersecting) setState({ of, most: most + STEP });
        },
        { rootMargin: '400px' },
      );
      observer.current.observe(element);
    },
    [of, most],
  );
  return { most, end, more: () => setState({ of, most: most + STEP }) };
}
