import { useEffect, useRef } from 'react';
import { Button, Toast } from '../../kit/kit.js';
import { useLedger } from './use-ledger.js';
import css from './ledger.module.css';

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Undo and redo over everything done to a study, on each of its screens, and the way to the ledger. */
export function LedgerBar({ study, current }: { study: string; current: boolean }) {
  const { entries, last, next, undo, redo, toast, setToast, trouble, setTrouble } = useLedger(study);
  const acts = useRef({ undo, redo, last, next });
  useEffect(() => {
    acts.current = { undo, redo, last, next };
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      // In a field it is the field's own; a grid may have had it already.
      if (event.defaultPrevented || isTyping(event.target) || !(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      const isRedo = key === 'y' || (key === 'z' && event.shiftKey);
      if (!isRedo && key !== 'z') return;
      event.preventDefault();
      if (isRedo && acts.current.next) acts.current.redo();
      else if (!isRedo && acts.current.last) acts.current.undo();
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, []);
  const words = trouble ? `${trouble.detail} ${trouble.mend}` : toast;
  return (
    <div className={css['bar']} role="group" aria-label="Ledger">
      <Button disabled={!last} onClick={undo} title={last ? `Undo: ${last.words}` : 'Nothing to undo'}>
        Undo
      </Button>
      <Button disabled={!next} onClick={redo} title={next ? `Do again: ${next.words}` : 'Nothing to do again'}>
        Redo
      </Button>
      <a href={`/studies/${study}/ledger`} aria-current={current ? 'page' : undefined}>
        Ledger{entries ? ` ${entries.length}` : ''}
      </a>
      <Toast
        text={words}
        done={() => {
          setToast(null);
          setTrouble(null);
        }}
      />
    </div>
  );
}
