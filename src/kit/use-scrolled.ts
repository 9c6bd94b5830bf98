import { type RefObject, useLayoutEffect } from 'react';
import { useSteady } from './use-steady.js';

/**
 * Looks at a region when it stands, and whenever it was scrolled or became larger or smaller.
 * @param region what scrolls
 * @param look is called before the region is first painted, and then once for each change
 * @param again looked at anew when this is another one; null: not at all
 * @example useScrolled(box, ({ scrollTop }) => setTop(scrollTop));
 */
export function useScrolled(
  region: RefObject<HTMLElement | null>,
  look: (element: HTMLElement) => void,
  again: unknown = true,
): void {
  const steady = useSteady(look);
  useLayoutEffect(() => {
    const element = region.current;
    if (!element || again === null) return;
    const measure = () => steady(element);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    // Before others who change what is in the region: to look at it after them would lay it out once more.
    element.addEventListener('scroll', measure, { passive: true, capture: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure, { capture: true });
    };
  }, [region, steady, again]);
}
