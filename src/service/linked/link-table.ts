import { randomBytes } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import type { Database, Linked } from '../../core/intake/layout.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';
import { studyRow } from '../../store/study.js';
import { linkOf } from '../../store/links.js';
import { mustEnd, type OpenStudy, type Service } from '../context.js';
import { Fault } from '../../core/fault.js';
import { awaitIntake, type Intake, startReading } from '../intake/read.js';
import { folderOf } from '../intake/record.js';
import { accountOf, changeAccount, keepAccount } from './accounts.js';
import { dividedBy, type FoundTable, tablesIn } from './catalog.js';
import { engineOf } from './connect.js';
import type { Account, Engine } from './engine.js';
import { previewLinked } from './read-linked.js';

/** Where a table is, and who may read it. */
export interface LinkAsked extends Database {
  account: Account;
}

/** The tables and views of a database that an account may read. @throws Fault where it cannot be asked */
export async function databaseTables({ account, ...database }: LinkAsked): Promise<FoundTable[]> {
  return within(database, account, (engine) => tablesIn(engine, database));
}

/** Does something with a connection of its own. */
async function within<T>(database: Database, account: Account, work: (engine: Engine) => Promise<T>): Promise<T> {
  const engine = engineOf(database, account);
  try {
    return await work(engine);
  } finally {
    await engine.close();
  }
}

/**
 * Begins the intake of a table whose respondents stay in its database: it is looked at as a file is read, and then
 * waits to be accepted.
 * @returns the intake: looked at, where that took no longer than `patience` ms
 * @throws Fault where the table cannot be read
 */
export function linkTable(
  service: Service,
  { account, ...database }: LinkAsked,
  table: readonly string[],
  patience = Infinity,
): Promise<Intake> {
  const link: Linked = { ...database, is: 'linked', table: [...table], account: '' };
  return mustEnd(service, begin(service, link, account)).then((id) => awaitIntake(service, id, patience));
}

/**
 * Begins the intake of a study's own table, as it is now: it takes the place of what the study knows of it, as a
 * refresh, when that is asked for.
 * @throws Fault where the study is not linked, or its table cannot be read any more
 */
export function lookAgain(service: Service, study: OpenStudy, patience = Infinity): Promise<Intake> {
  const link = mustBeLinked(study);
  const work = begin(service, link, accountOf(service, link.account));
  return mustEnd(service, work).then((id) => awaitIntake(service, id, patience));
}

async function begin(service: Service, table: Linked, account: Account): Promise<string> {
  const link = { ...table };
  await within(link, account, async (engine) => {
    await previewLinked({ engine, link, signal: undefined });
    if (link.engine === 'postgresql') link.apart = await dividedBy(engine, link.table);
  });
  // Only an account that may read the table is kept.
  link.account = keepAccount(service, account);
  const id = randomBytes(9).toString('hex');
  const record: IntakeRecord = {
    id,
    fileName: link.table.at(-1) ?? '',
    bytes: 0,
    sha256: '',
    created: new Date().toISOString(),
    gzip: false,
    sheets: [],
    layout: link,
    found: link,
    preview: null,
    read: null,
    fault: null,
    codebook: null,
    codebookSaysHow: false,
  };
  await mkdir(folderOf(service, id), { recursive: true });
  try {
    await startReading(service, record);
    return id;
  } catch (error) {
    await rm(folderOf(service, id), { recursive: true, force: true });
    throw error;
  }
}

/** @throws Fault where the respondents of a study are here */
function mustBeLinked(study: OpenStudy): Linked {
  const link = linkOf(study.db);
  if (link) return link;
  throw new Fault(
    'unsupported',
    `The respondents of ${studyRow(study.db).name} are here; no database is asked.`,
    'This is for linked studies.',
  );
}

/**
 * Gives a linked study another account, where its password was changed or it came from another machine.
 * @throws Fault where the study is not linked, or the account may not read its table
 */
export async function giveAccount(service: Service, study: OpenStudy, account: Account): Promise<void> {
  const link = mustBeLinked(study);
  await within(link, account, (engine) => previewLinked({ engine, link, signal: undefined }));
  changeAccount(service, link.account, account);
  await service.links.letGo(link);
}
