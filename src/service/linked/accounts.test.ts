import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { accountOf, changeAccount, keepAccount } from './accounts.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-accounts-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('accounts of databases', () => {
  it('are kept once each, in a file that nobody else reads', () => {
    const reader = { user: 'reader', password: "s'ecret" };
    const id = keepAccount({ folder }, reader);
    expect(keepAccount({ folder }, { ...reader })).toBe(id);
    expect(accountOf({ folder }, id)).toEqual(reader);
    expect(statSync(join(folder, 'accounts.json')).mode & 0o077).toBe(0);
    const other = keepAccount({ folder }, { ...reader, password: 'another' });
    expect(other).not.toBe(id);
    changeAccount({ folder }, id, { user: 'reader', password: 'new' });
    expect([accountOf({ folder }, id).password, accountOf({ folder }, other).password]).toEqual(['new', 'another']);
  });

  it('are asked for where a study came from elsewhere', () => {
    expect(() => accountOf({ folder }, 'elsewhere')).toThrow('is not kept here');
  });
});
