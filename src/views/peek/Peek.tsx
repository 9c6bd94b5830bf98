import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/react';
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { PeekCard } from './PeekCard.js';
import css from './peek.module.css';

/** How long the pointer rests on a name before the card opens, and how long the card waits for it to come over. */
const OPEN_MS = 500;
const CLOSE_MS = 220;
/** How far the card stands from the name, and from the edges of the window. */
const GAP = 4;
const MARGIN = 8;

interface Open {
  variable: number;
  anchor: DOMRect;
  /** Opened by key: the card takes the keyboard, and gives it back. */
  byKey: HTMLElement | null;
}

/** Marks an element as a variable's name: a peek at it opens from there. */
export const peekAt = (variable: number) => ({ 'data-peek': variable });

function nameAt(target: EventTarget | null): HTMLElement | null {
  return target instanceof Element ? target.closest<HTMLElement>('[data-peek]') : null;
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Lets every variable's name on the screen open a card: by resting on it, or with the key P. */
export function Peek({ study }: { study: string }) {
  const [open, setOpen] = useState<Open | null>(null);
  const card = useRef<HTMLDivElement | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const close = useCallback(() => {
    clearTimeout(timer.current);
    setOpen((old) => {
      old?.byKey?.focus();
      return null;
    });
  }, []);
  useEffect(() => {
    const show = (name: HTMLElement, byKey: HTMLElement | null) => {
      const variable = Number(name.dataset['peek']);
      if (Number.isInteger(variable) && variable > 0)
        setOpen({ variable, anchor: name.getBoundingClientRect(), byKey });
    };
    const over = (event: PointerEvent) => {
      if (event.pointerType === 'touch') return;
      const name = nameAt(event.target);
      clearTimeout(timer.current);
      if (card.current?.contains(event.target as Node)) return;
      if (name) timer.current = setTimeout(() => show(name, null), OPEN_MS);
      else timer.current = setTimeout(() => setOpen((old) => (old?.byKey ? old : null)), CLOSE_MS);
    };
    const down = (event: PointerEvent) => {
      if (!card.current?.contains(event.target as Node)) {
        clearTimeout(timer.current);
        setOpen(null);
      }
    };
    const key = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && card.current) {
        event.stopPropagation();
        close();
      }
      if (event.key.toLowerCase() !== 'p' || isTyping(event.target)) return;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const focused = document.activeElement;
      if (!(focused instanceof HTMLElement)) return;
      // In a grid a letter begins to write into a cell.
      const under = focused.closest('[role=grid]') ? null : document.querySelector<HTMLElement>('[data-peek]:hover');
      const name = nameAt(focused) ?? under;
      if (!name) return;
      event.preventDefault();
      show(name, focused);
    };
    const gone = () => {
      clearTimeout(timer.current);
      setOpen((old) => (old?.byKey ? old : null));
    };
    document.addEventListener('pointerover', over);
    document.addEventListener('pointerdown', down);
    document.addEventListener('keydown', key, true);
    document.addEventListener('dragstart', gone);
    window.addEventListener('blur', gone);
    return () => {
      clearTimeout(timer.current);
      document.removeEventListener('pointerover', over);
      document.removeEventListener('pointerdown', down);
      document.removeEventListener('keydown', key, true);
      document.removeEventListener('dragstart', gone);
      window.removeEventListener('blur', gone);
    };
  }, [close]);
  const { refs, floatingStyles } = useFloating({
    open: open !== null,
    placement: 'right-start',
    strategy: 'fixed',
    transform: false,
    middleware: [
      offset(GAP),
      flip({ padding: MARGIN, fallbackPlacements: ['left-start', 'bottom-start', 'top-start'] }),
      shift({ padding: MARGIN }),
    ],
    // It grows when what it shows has come: it is put in place again then.
    whileElementsMounted: autoUpdate,
  });
  useLayoutEffect(() => {
    const anchor = open?.anchor;
    refs.setPositionReference(anchor ? { getBoundingClientRect: () => anchor } : null);
    if (open?.byKey) card.current?.focus();
  }, [open, refs]);
  const hold = useCallback(
    (element: HTMLDivElement | null) => {
      card.current = element;
      refs.setFloating(element);
    },
    [refs],
  );
  if (!open) return null;
  return createPortal(
    <div ref={hold} className={css['card']} style={floatingStyles} role="dialog" aria-label="Peek" tabIndex={-1}>
      <PeekCard key={open.variable} study={study} variable={open.variable} />
    </div>,
    document.body,
  );
}
