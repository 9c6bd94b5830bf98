import { Button } from '../../kit/kit.js';
import css from './binder.module.css';

/** The kind of data of an item that is dragged to another place. */
export const ITEM_DRAG = 'application/x-hatch-count-item';

interface Props {
  /** What is moved, as it is called. */
  name: string;
  at: number;
  last: number;
  move: (to: number) => void;
}

/**
 * Puts an item one place up or down: by press, by the arrow keys, or dragged by it to where it is dropped. A button
 * that can do no more keeps the keyboard.
 */
export function MoveItem({ name, at, last, move }: Props) {
  return (
    <span
      className={css['move']}
      draggable
      title="Drag it to another place"
      onDragStart={(event) => {
        event.dataTransfer.setData(ITEM_DRAG, String(at));
        event.dataTransfer.effectAllowed = 'move';
      }}
      onKeyDown={(event) => {
        const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
        if (step === 0) return;
        event.preventDefault();
        if (at + step >= 0 && at + step <= last) move(at + step);
      }}
    >
      move{' '}
      <Button aria-label={`Move up: ${name}`} aria-disabled={at === 0} onClick={() => at > 0 && move(at - 1)}>
        ↑
      </Button>{' '}
      <Button aria-label={`Move down: ${name}`} aria-disabled={at === last} onClick={() => at < last && move(at + 1)}>
        ↓
      </Button>
    </span>
  );
}
