import type { ReactNode } from 'react';
import css from './page.module.css';

/** A page that is read from the top down; `split`: in two columns, the second for what is done beside it. */
export function Page({ split = false, children }: { split?: boolean; children: ReactNode }) {
  return (
    <div className={css['page']}>
      <div className={split ? css['split'] : css['inner']}>{children}</div>
    </div>
  );
}

/** What a page is called. */
export function PageTitle({ children }: { children: ReactNode }) {
  return <h1 className={css['title']}>{children}</h1>;
}
