import { type ReactNode, useState } from 'react';
import css from './binder.module.css';
import { ITEM_DRAG } from './MoveItem.js';

/** An item at its place, before which another that is dragged can be dropped. */
export function DropPlace({ drop, children }: { drop: (from: number) => void; children: ReactNode }) {
  const [over, setOver] = useState(false);
  return (
    <div
      className={over ? css['over'] : undefined}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes(ITEM_DRAG)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const from = event.dataTransfer.getData(ITEM_DRAG);
        if (from !== '') drop(Number(from));
      }}
    >
      {children}
    </div>
  );
}
