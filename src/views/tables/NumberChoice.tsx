import type { RosterVariable } from '../../api/types.js';
import { Segmented } from '../../kit/Segmented.js';
import { makeAddress } from '../workings/workings-address.js';
import css from './table.module.css';

interface Props {
  study: string;
  variable: RosterVariable;
  /** Its values are listed one by one. */
  listed: boolean;
  list: (listed: boolean) => void;
}

/** How a number in the rows stands: described in figures, listed value by value, or cut into bands. */
export function NumberChoice({ study, variable, listed, list }: Props) {
  return (
    <p className={css['standings']}>
      {variable.countable ? (
        <Segmented
          label="The number"
          value={listed ? 'values' : 'figures'}
          of={[
            ['figures', 'described in figures'],
            ['values', 'each value a row'],
          ]}
          choose={(chosen) => list(chosen === 'values')}
        />
      ) : (
        <span>It has too many different numbers to list them one by one.</span>
      )}
      <a href={makeAddress(study, 'band', variable.name)}>Cut it into bands</a>
    </p>
  );
}
