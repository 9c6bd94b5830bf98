import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { saySettings, settingsFrom } from './settings.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-settings-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function fileWith(settings: unknown): string {
  const path = join(folder, 'settings.json');
  writeFileSync(path, typeof settings === 'string' ? settings : JSON.stringify(settings), { mode: 0o600 });
  return path;
}

describe('settings', () => {
  it('are those of the command line, then of the environment, then of the file, then the usual ones', () => {
    const config = fileWith({ port: 1, host: '10.0.0.1', team: true, allowHost: ['a'] });
    const env = { HATCH_COUNT_PORT: '2', HATCH_COUNT_ALLOW_HOST: 'b, c' };
    const { settings, all } = settingsFrom({ config, port: 3 }, env);
    expect(settings).toMatchObject({ port: 3, host: '10.0.0.1', team: true, allowHost: ['b', 'c'], keepWaiting: 30 });
    expect(all.find(({ name }) => name === 'port')?.from).toBe('command line');
    expect(all.find(({ name }) => name === 'allowHost')?.from).toBe('environment');
    expect(all.find(({ name }) => name === 'host')?.from).toBe('file');
    expect(all.find(({ name }) => name === 'keepWaiting')?.from).toBe('usual');
  });

  it.each([
    ['{ "port": ', 'is no JSON'],
    [{ prot: 4114 }, 'there is no setting "prot"'],
    [{ port: 'many' }, '"many" cannot be taken for port'],
    [{ team: true, token: true }, 'With --team people sign in'],
    [{ team: true, openIdIssuer: 'https://office.example' }, 'half set'],
    [[1], 'no object of settings'],
  ])('that cannot be are refused, and named: %j', (settings, words) => {
    expect(() => settingsFrom({ config: fileWith(settings) }, {})).toThrow(words);
  });

  it('that are wrong in the environment are named by their variable', () => {
    expect(() => settingsFrom({}, { HATCH_COUNT_BACKUP_EVERY: '0' })).toThrow('HATCH_COUNT_BACKUP_EVERY');
    expect(() => settingsFrom({}, { HATCH_COUNT_TEAM: 'perhaps' })).toThrow('HATCH_COUNT_TEAM');
  });

  it('tell no secret, and take none out of a file that others can read', () => {
    const openId = { openIdIssuer: 'https://office.example', openIdClient: 'us', openIdSecret: 'hush hush' };
    const config = fileWith({ team: true, ...openId });
    expect(saySettings(settingsFrom({ config }, {}).all)).not.toContain('hush');
    chmodSync(config, 0o644);
    expect(() => settingsFrom({ config }, {})).toThrow('can be read by others');
  });
});
