import { useCallback, useRef, useState } from 'react';

/** Items drawn at first, and each time the end comes into sight. */
const STEP = 80;

/** How many of a long list are drawn, and what is to be put behind the last of them. */
export function useReveal(of: unknown): { most: number; end: (element: HTMLElement | null) => void } {
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
  return { most, end };
}
