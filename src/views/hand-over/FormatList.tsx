import { Button } from '../../kit/kit.js';
import { type Way, WAYS } from './ways.js';
import css from './hand-over.module.css';

interface Props {
  busy: boolean;
  /** Several tables are handed over. */
  several: boolean;
  choose: (way: Way) => void;
}

/** The ways in which something can be handed over, each with what one gets. */
export function FormatList({ busy, several, choose }: Props) {
  return (
    <ul className={css['formats']}>
      {WAYS.filter(({ ofSeveral }) => several || !ofSeveral).map(({ way, name, about }) => (
        <li key={way}>
          <Button disabled={busy} onClick={() => choose(way)}>
            {name}
          </Button>
          <span>{about}</span>
        </li>
      ))}
    </ul>
  );
}
