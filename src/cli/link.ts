import { Fault } from '../core/fault.js';
import { type Database, ENGINE_PORTS, ENGINES } from '../core/intake/layout.js';
import type { Service } from '../service/context.js';
import { acceptIntake } from '../service/intake/accept.js';
import { compareWithStudy, joinStudy } from '../service/intake/join.js';
import { databaseTables, giveAccount, linkTable, lookAgain } from '../service/linked/link-table.js';
import { readyStudy } from '../service/open-study.js';
import { studyId } from './study-id.js';

/** Where a password is read from: what stands on a command line is seen by all on the machine. */
const PASSWORD = 'HATCH_COUNT_PASSWORD';

/**
 * A database by its address.
 * @throws Fault where it is none
 * @example databaseIn('postgresql://127.0.0.1:5432/survey', false).database // 'survey'
 */
export function databaseIn(address: string, tls: boolean): Database {
  const url = URL.canParse(address) ? new URL(address) : null;
  const engine = ENGINES.find((name) => `${name}:` === url?.protocol);
  const database = decodeURIComponent(url?.pathname.slice(1) ?? '');
  if (!url || !engine || url.hostname === '' || database === '')
    throw new Fault(
      'invalid',
      `${address} is no address of a database.`,
      'Give one such as postgresql://127.0.0.1:5432/survey or clickhouse://127.0.0.1:8123/default.',
    );
  if (url.username !== '' || url.password !== '')
    throw new Fault(
      'invalid',
      'An account does not belong into the address, where others see it.',
      `Give the user by --user, and the password in ${PASSWORD}.`,
    );
  const port = url.port === '' ? ENGINE_PORTS[engine] : Number(url.port);
  return { engine, host: url.hostname, port, database, tls };
}

export interface LinkFlags {
  user: string;
  tls: boolean;
  name?: string;
}

const accountOf = ({ user }: LinkFlags) => ({ user, password: process.env[PASSWORD] ?? '' });

/** The tables of a database, one a line; with a table, links it and makes a study of it. */
export async function link(
  service: Service,
  address: string,
  table: string | undefined,
  flags: LinkFlags,
): Promise<string> {
  const asked = { ...databaseIn(address, flags.tls), account: accountOf(flags) };
  const found = await databaseTables(asked);
  if (table === undefined) return found.map(({ table: names, comment }) => `${names.join('.')}\t${comment}\n`).join('');
  const own = found.find(({ table: names }) => names.join('.') === table || names[1] === table);
  if (!own)
    throw new Fault(
      'not-found',
      `The database has no table ${table}, or this account may not read it.`,
      'Leave the table away to see those that there are.',
    );
  const { id, fault } = await linkTable(service, asked, own.table);
  if (fault) throw new Fault(fault.kind, fault.message, fault.mend, fault.place);
  return `${await acceptIntake(service, id, { name: flags.name ?? own.table[1] })}\n`;
}

/** Gives a linked study another account. */
export async function account(service: Service, called: string, flags: Pick<LinkFlags, 'user'>): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  await giveAccount(service, study, accountOf({ ...flags, tls: false }));
  return '';
}

/**
 * Looks at the table of a linked study as it is now, and takes that in: new columns, and new values of those that are
 * there.
 */
export async function relink(service: Service, called: string): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const { id, fault } = await lookAgain(service, study);
  if (fault) throw new Fault(fault.kind, fault.message, fault.mend, fault.place);
  const { respondents, columns } = await compareWithStudy(service, study, id);
  await joinStudy(service, study, id, { as: 'refresh' });
  const told = columns.filter(({ is }) => is !== 'same').map(({ name, is }) => `${name}\t${is}\n`);
  return `${respondents.before}\t${respondents.after}\n${told.join('')}`;
}
