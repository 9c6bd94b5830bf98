import css from './table.module.css';

/** Beside a base that is small. */
export function SmallMark({ hidden }: { hidden: boolean }) {
  const words = hidden ? 'Too small a base: its figures are not shown' : 'A small base: figures on it say little';
  return (
    <span className={css['small']} title={words}>
      !<span className="sr-only"> {words}: </span>
    </span>
  );
}
