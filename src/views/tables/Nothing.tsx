import css from './table.module.css';

/** In the place of a table that nobody is in. @param why nobody is */
export function Nothing({ why }: { why: string }) {
  return (
    <div className={css['nothing']}>
      <h2>Nothing to show.</h2>
      <p>{why}</p>
    </div>
  );
}
