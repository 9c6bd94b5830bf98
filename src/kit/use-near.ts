import { type RefObject, useEffect, useState } from 'react';

/** How far outside of the window something is near it, in points. */
const NEAR = 900;

/**
 * Whether something is in sight or soon will be; once it was, it stays so.
 * @example const near = useNear(box);
 */
export function useNear(box: RefObject<HTMLElement | null>): boolean {
  const [near, setNear] = useState(false);
  useEffect(() => {
    const element = box.current;
    if (!element || near) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setNear(true);
      },
      { rootMargin: `${NEAR}px` },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [box, near]);
  return near;
}
