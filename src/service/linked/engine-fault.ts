import type { Database } from '../../core/intake/layout.js';
import { Fault } from '../../core/fault.js';

/** What went wrong, as far as an engine's client tells it apart. */
export type EngineTrouble = 'unreachable' | 'account' | 'timeout' | 'refused';

const placeOf = ({ host, port }: Database) => `${host}:${port}`;

/**
 * What a database says, as something that can be mended.
 * @param said what it says; of an account nothing is repeated
 */
export function engineFault(database: Database, trouble: EngineTrouble, said: string): Fault {
  switch (trouble) {
    case 'unreachable':
      return new Fault(
        'busy',
        `The database at ${placeOf(database)} does not answer.`,
        'Look whether it runs and can be reached from here, then ask again. Nothing that you typed is lost.',
        { field: 'host' },
      );
    case 'account':
      return new Fault(
        'invalid',
        `The database at ${placeOf(database)} does not take this account.`,
        'Give the user and the password of an account that may read the table.',
        { field: 'user' },
      );
    case 'timeout':
      return new Fault(
        'too-large',
        'The database was at work for too long, and was told to stop.',
        'Ask for fewer tables at once, or for the server to wait longer (HATCH_COUNT_LINK_TIMEOUT_MS).',
      );
    case 'refused':
      return new Fault(
        'conflict',
        `The database at ${placeOf(database)} refuses: ${said.slice(0, 500)}`,
        'Look whether the table is still as it was when it was linked.',
      );
  }
}
