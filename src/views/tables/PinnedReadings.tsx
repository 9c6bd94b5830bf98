import { useState } from 'react';
import { z } from 'zod';
import type { KeptShape } from '../../core/kept-shape.js';
import {
  compareReadings,
  type PinnedReading,
  pinnedReading,
  PinnedReadingShape,
} from '../../core/reading/pinned-reading.js';
import type { Answer } from '../../core/reading/types.js';
import { Button } from '../../kit/kit.js';
import { Panel } from '../../kit/Panel.js';
import { useDraft } from '../shell/use-draft.js';
import css from './pinned.module.css';

const PINS: KeptShape<PinnedReading[]> = { version: 1, shape: z.array(PinnedReadingShape) };
/** The oldest goes where there are more. */
const MOST = 8;

interface Props {
  study: string;
  /** The sentence of the block that is read, and the respondents in it. */
  title: string;
  base: number;
  answers: readonly Answer[];
  /** Whether it is kept with its table in the binder. */
  kept: boolean;
  keep: (kept: boolean) => void;
}

/** Two pinned readings line by line. */
function Compared({ one, other }: { one: PinnedReading; other: PinnedReading }) {
  const lines = compareReadings(one, other);
  const apart = lines.some(({ meet }) => meet === false);
  const measured = lines.some(({ meet }) => meet !== null);
  return (
    <div className={css['compared']} tabIndex={0} role="region" aria-label="Two readings compared">
      <table>
        <thead>
          <tr>
            <td />
            <th scope="col">{one.title}</th>
            <th scope="col">{other.title}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ what, one: first, other: second, meet }) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td data-differ={first !== second}>{first}</td>
              <td data-differ={first !== second}>
                {second}
                {meet === false && <small> apart</small>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {measured && (
        <p>
          {apart
            ? 'Where it says apart the two intervals do not meet: the values differ by more than chance.'
            : 'All intervals meet. That does not show that the values are the same.'}
        </p>
      )}
    </div>
  );
}

/** Readings that are kept at hand while other tables are looked at; two of them are compared. */
export function PinnedReadings({ study, title, base, answers, kept, keep }: Props) {
  const [pins, put] = useDraft(`hatch-count:pins:${study}`, [], PINS);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const isPinned = pins.some((pin) => pin.title === title);
  const pin = () => {
    const { pathname, search } = location;
    const own = pinnedReading({ title, address: pathname + search, base }, answers);
    put([...pins.filter((other) => other.title !== title), own].slice(-MOST));
    setChosen([...chosen.filter((other) => other !== title), title].slice(-2));
  };
  const choose = (of: string, on: boolean) =>
    setChosen(on ? [...chosen, of].slice(-2) : chosen.filter((other) => other !== of));
  const [one, other] = pins.filter((own) => chosen.includes(own.title));
  return (
    <Panel title="Pinned readings">
      <p className={css['acts']}>
        <Button title="Keeps this reading at hand, to be compared with another" onClick={pin}>
          {isPinned ? 'Pin as it is now' : 'Pin this reading'}
        </Button>
        {pins.length === 0 && <span>to compare it with that of another table</span>}
      </p>
      <p className={css['acts']}>
        <Button
          title={kept ? 'The table stays in the binder' : 'Keeps the table in the binder, and this reading under it'}
          onClick={() => keep(!kept)}
        >
          {kept ? 'Take this reading out of the binder' : 'Put this reading in the binder'}
        </Button>
      </p>
      {pins.length > 0 && (
        <ul className={css['pins']}>
          {pins.map((own) => (
            <li key={own.title}>
              <label>
                <input
                  type="checkbox"
                  checked={chosen.includes(own.title)}
                  onChange={({ target }) => choose(own.title, target.checked)}
                />
                <span className="sr-only">Compare </span>
              </label>
              <a href={own.address}>{own.title}</a>
              <button
                type="button"
                aria-label={`Unpin ${own.title}`}
                onClick={() => put(pins.filter((pinned) => pinned !== own))}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
      )}
      {one && other && <Compared one={one} other={other} />}
      {pins.length > 1 && !(one && other) && <p className={css['hint']}>Tick two to see them side by side.</p>}
    </Panel>
  );
}
