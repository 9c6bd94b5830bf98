import { autoUpdate, flip, inline, offset, shift, useDismiss, useFloating, useInteractions } from '@floating-ui/react';
import { type HTMLAttributes, useCallback, useLayoutEffect, useRef } from 'react';
import css from './kit.module.css';

/** How far it stands from what it belongs to, and from the edges of the window. */
const GAP = 4;
const MARGIN = 8;

/**
 * What opens beside the element that it stands in: below it, or above where there is no room; always in the window,
 * and never cut off by what scrolls. A press elsewhere closes it.
 */
export function Popover({ close, ...rest }: HTMLAttributes<HTMLDivElement> & { close: () => void }) {
  const marker = useRef<HTMLSpanElement>(null);
  const { refs, floatingStyles, context } = useFloating({
    open: true,
    onOpenChange: (open) => {
      if (!open) close();
    },
    placement: 'bottom-start',
    strategy: 'fixed',
    transform: false,
    middleware: [inline(), offset(GAP), flip({ padding: MARGIN }), shift({ padding: MARGIN })],
    whileElementsMounted: autoUpdate,
  });
  const { getFloatingProps } = useInteractions([useDismiss(context)]);
  const hold = useCallback((element: HTMLDivElement | null) => refs.setFloating(element), [refs]);
  useLayoutEffect(() => refs.setReference(marker.current?.parentElement ?? null), [refs]);
  return (
    <>
      <span ref={marker} hidden />
      <div
        {...getFloatingProps(rest)}
        ref={hold}
        style={floatingStyles}
        className={`${css['popover'] ?? ''} ${rest.className ?? ''}`}
      />
    </>
  );
}
