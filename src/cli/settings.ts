import { existsSync, readFileSync, statSync } from 'node:fs';
import { z } from 'zod';
import { Fault } from '../core/fault.js';
import { defaultFolder, WAITING_DAYS } from '../service/context.js';
import { USUAL_LIMITS } from '../service/team/person-limits.js';

const LOG_LEVELS = ['trace', 'debug', 'info', 'warn', 'error', 'silent'] as const;

const yesNo = z.boolean('it is true or false (in the environment: yes or no)');
const whole = (least: number, most: number) =>
  z
    .int(`it is a whole number from ${least} to ${most}`)
    .min(least, `it is ${least} or more`)
    .max(most, `it is at most ${most}`);
const words = z.string('it is a text').min(1, 'it is empty').max(1000);

/** How a server is set up: by the command line, by the environment, by a file, in this order. */
const SHAPES = {
  host: words,
  port: whole(0, 65_535),
  store: words,
  allowHost: z.array(words, 'it is a list of names'),
  keepWaiting: whole(0, 999_999),
  logLevel: z.enum(LOG_LEVELS, `it is one of ${LOG_LEVELS.join(', ')}`),
  token: yesNo,
  team: yesNo,
  trustProxy: yesNo,
  openIdIssuer: z.url('it is an address that begins with https://'),
  openIdClient: words,
  openIdSecret: words,
  openIdSecretFile: words,
  openIdName: words,
  openIdAdmits: z.array(words, 'it is a list of ends of addresses, such as example.org'),
  backupFolder: words,
  backupEvery: whole(1, 24 * 365),
  backupKeep: whole(1, 10_000),
  mostRequests: whole(10, 1_000_000),
  mostIntakes: whole(1, 10_000),
  mostBytes: whole(1_000_000, Number.MAX_SAFE_INTEGER),
} as const;

type SettingName = keyof typeof SHAPES;
type Values = { [Name in SettingName]?: z.output<(typeof SHAPES)[Name]> | undefined };

/** What each setting is, and what holds where nothing is said. */
const SETTINGS: Readonly<Record<SettingName, { about: string; usual?: unknown; secret?: true }>> = {
  host: { about: 'address to listen on', usual: '127.0.0.1' },
  port: { about: 'port to listen on; 0 takes a free one', usual: 4114 },
  store: { about: 'folder in which studies are kept' },
  allowHost: { about: 'other names under which the server may be asked for', usual: [] },
  keepWaiting: { about: 'days for which a file waits to be accepted; 0: for ever', usual: WAITING_DAYS },
  logLevel: { about: 'what is logged', usual: 'info' },
  token: { about: 'one person: a token is asked for', usual: false },
  team: { about: 'several people use the server, who sign in', usual: false },
  trustProxy: { about: 'a proxy stands in front: X-Forwarded-For and X-Forwarded-Proto are believed', usual: false },
  openIdIssuer: { about: 'the office’s own sign-in (OpenID Connect): where it is' },
  openIdClient: { about: 'under which id it knows this server' },
  openIdSecret: { about: 'the secret that goes with it', secret: true },
  openIdSecretFile: { about: 'a file that holds that secret' },
  openIdName: { about: 'what it is called on the page', usual: 'the office’s account' },
  openIdAdmits: { about: 'ends of e-mail addresses whose people come in by it without an invitation', usual: [] },
  backupFolder: { about: 'folder into which everything is backed up while the server runs' },
  backupEvery: { about: 'hours between backups', usual: 24 },
  backupKeep: { about: 'how many backups are kept', usual: 14 },
  mostRequests: { about: 'requests of one person in a minute', usual: USUAL_LIMITS.requests },
  mostIntakes: { about: 'files that one person may have waiting', usual: USUAL_LIMITS.intakes },
  mostBytes: { about: 'bytes that one person may send in a day', usual: USUAL_LIMITS.bytes },
};

const NAMES = Object.keys(SHAPES) as SettingName[];

/** @example variableOf('backupEvery') // 'HATCH_COUNT_BACKUP_EVERY' */
const variableOf = (name: SettingName): string =>
  `HATCH_COUNT_${name.replace(/[A-Z]/g, (letter) => `_${letter}`).toUpperCase()}`;

/** A setting as it holds, with where it comes from. */
export interface Setting {
  name: SettingName;
  value: unknown;
  from: 'command line' | 'environment' | 'file' | 'usual';
}

/** Settings of which something always holds. */
type Always = Exclude<
  SettingName,
  'openIdIssuer' | 'openIdClient' | 'openIdSecret' | 'openIdSecretFile' | 'backupFolder'
>;

export type Settings = { [Name in Always]: z.output<(typeof SHAPES)[Name]> } & Omit<Values, Always>;

/** What a text of the environment stands for: a list is set apart by commas. */
function fromText(name: SettingName, text: string): unknown {
  const shape: z.ZodType = SHAPES[name];
  if (shape instanceof z.ZodBoolean) {
    if (['yes', 'true', '1'].includes(text)) return true;
    return ['no', 'false', '0'].includes(text) ? false : text;
  }
  if (shape instanceof z.ZodArray) return text.split(',').map((part) => part.trim());
  return shape instanceof z.ZodNumber && /^\d{1,16}$/.test(text) ? Number(text) : text;
}

function checked(name: SettingName, value: unknown, where: string): unknown {
  const parsed = SHAPES[name].safeParse(value);
  if (parsed.success) return parsed.data;
  const shown = SETTINGS[name].secret ? 'what is given' : JSON.stringify(value).slice(0, 60);
  const mend = `${SETTINGS[name].about}: ${parsed.error.issues[0]?.message ?? ''}.`;
  throw new Fault('invalid', `${where}: ${shown} cannot be taken for ${name}.`, mend, { field: name });
}

/** Settings out of a file of JSON. @throws Fault naming the file and what is wrong in it */
function inFile(path: string): ReadonlyMap<SettingName, unknown> {
  const place = { file: path };
  if (!existsSync(path))
    throw new Fault('not-found', `There is no file ${path}.`, 'Check the path of --config.', place);
  let read: unknown;
  try {
    read = JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    throw new Fault('invalid', `${path} is no JSON: ${(error as Error).message}.`, 'Mend it there.', place);
  }
  if (typeof read !== 'object' || read === null || Array.isArray(read))
    throw new Fault('invalid', `${path} is no object of settings.`, 'Write { "port": 4114, … }.', place);
  const entries = Object.entries(read);
  const foreign = entries.find(([name]) => !(NAMES as string[]).includes(name));
  if (foreign) {
    const mend = `There are ${NAMES.join(', ')}.`;
    throw new Fault('invalid', `${path}: there is no setting "${foreign[0].slice(0, 60)}".`, mend, place);
  }
  if ('openIdSecret' in read && (statSync(path).mode & 0o077) !== 0) {
    const mend = `chmod 600 ${path}, or name a file with openIdSecretFile.`;
    throw new Fault('invalid', `${path} holds a secret and can be read by others.`, mend, place);
  }
  return new Map(entries.map(([name, value]) => [name as SettingName, checked(name as SettingName, value, path)]));
}

function checkTogether(values: Values): void {
  const wrong = (message: string, mend: string) => new Fault('invalid', message, mend);
  const openId = [values.openIdIssuer, values.openIdClient, values.openIdSecret ?? values.openIdSecretFile];
  const given = openId.filter((value) => value !== undefined).length;
  if (given > 0 && given < 3)
    throw wrong('The office’s sign-in is half set.', 'Give openIdIssuer, openIdClient and openIdSecret (or its file).');
  if (given > 0 && values.team !== true)
    throw wrong('An office’s sign-in is for a team.', 'Start with --team, or leave openId… away.');
  if (values.team === true && values.token === true)
    throw wrong('With --team people sign in; a token is for one person.', 'Leave --token away.');
}

/**
 * The settings of a server, each with where it comes from.
 * @param given what the command line said, and the file that it names
 * @throws Fault naming a setting that cannot be taken, where it stands, and what it is
 */
export function settingsFrom(
  { config, ...flags }: Values & { config?: string | undefined },
  env: NodeJS.ProcessEnv,
): { settings: Settings; all: Setting[] } {
  const file = config ?? env['HATCH_COUNT_CONFIG'];
  const kept = file === undefined ? new Map<SettingName, unknown>() : inFile(file);
  const all = NAMES.map((name): Setting => {
    const variable = variableOf(name);
    const text = env[variable];
    if (flags[name] !== undefined)
      return { name, value: checked(name, flags[name], 'The command line'), from: 'command line' };
    if (text !== undefined && text !== '')
      return { name, value: checked(name, fromText(name, text), variable), from: 'environment' };
    if (kept.has(name)) return { name, value: kept.get(name), from: 'file' };
    return { name, value: name === 'store' ? defaultFolder(env) : SETTINGS[name].usual, from: 'usual' };
  });
  const settings = Object.fromEntries(all.map(({ name, value }) => [name, value])) as unknown as Settings;
  checkTogether(settings);
  return { settings, all };
}

/** The settings as they hold, a line each; no secret is told. */
export function saySettings(all: readonly Setting[]): string {
  const shown = ({ name, value }: Setting) => {
    if (value === undefined) return 'not set';
    return SETTINGS[name].secret ? 'set (not shown)' : JSON.stringify(value);
  };
  const line = (setting: Setting) =>
    [setting.name.padEnd(17), shown(setting).padEnd(28), `(${setting.from})`.padEnd(15), SETTINGS[setting.name].about]
      .join(' ')
      .trimEnd();
  return `${all.map(line).join('\n')}\n`;
}
