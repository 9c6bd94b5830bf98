import { penDefinitions } from '../charts/pens.js';

/** Puts a chart on the page. Charts escape every text that they are given. */
export function Svg({ markup, className }: { markup: string; className?: string | undefined }) {
  return <span className={className} dangerouslySetInnerHTML={{ __html: markup }} />;
}

/** The pens, once on each screen. */
export function Pens() {
  return (
    <svg
      width="0"
      height="0"
      aria-hidden="true"
      className="sr-only"
      dangerouslySetInnerHTML={{ __html: penDefinitions() }}
    />
  );
}
