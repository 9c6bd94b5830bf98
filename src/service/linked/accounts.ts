import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { Fault } from '../../core/fault.js';
import { parseJson } from '../../core/parse-json.js';
import type { Service } from '../context.js';
import type { Account } from './engine.js';

const AccountsShape = z.record(z.string(), z.strictObject({ user: z.string(), password: z.string() }));

const fileOf = ({ folder }: Pick<Service, 'folder'>) => join(folder, 'accounts.json');

function readAccounts(service: Pick<Service, 'folder'>): Record<string, Account> {
  const file = fileOf(service);
  return existsSync(file) ? AccountsShape.parse(parseJson(readFileSync(file, 'utf8'))) : {};
}

/**
 * Keeps all accounts in a file that nobody but its owner reads; whole or not at all. It does not wait in between, so
 * that of two that are kept at once none is lost.
 */
function writeAccounts(service: Pick<Service, 'folder'>, accounts: Record<string, Account>): void {
  const file = fileOf(service);
  writeFileSync(`${file}.part`, JSON.stringify(accounts), { mode: 0o600 });
  renameSync(`${file}.part`, file);
}

/**
 * Keeps an account beside the studies, in none of them: it is in no backup, no export and no ledger.
 * @returns under what it is kept
 */
export function keepAccount(service: Pick<Service, 'folder'>, account: Account): string {
  const accounts = readAccounts(service);
  const known = Object.entries(accounts).find(
    ([, { user, password }]) => user === account.user && password === account.password,
  );
  if (known) return known[0];
  const id = randomBytes(6).toString('hex');
  writeAccounts(service, { ...accounts, [id]: account });
  return id;
}

/** Gives an account that is kept another user and password. */
export const changeAccount = (service: Pick<Service, 'folder'>, id: string, account: Account): void =>
  writeAccounts(service, { ...readAccounts(service), [id]: account });

/** @throws Fault where it is not here: the study came from another machine */
export function accountOf(service: Pick<Service, 'folder'>, id: string): Account {
  const account = readAccounts(service)[id];
  if (account) return account;
  throw new Fault(
    'conflict',
    'The account of the linked database is not kept here: the study came from elsewhere.',
    'Give the user and the password of an account that may read its table, by "hatch-count account".',
    { field: 'user' },
  );
}
