import { createReadStream, existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command, InvalidArgumentError, Option } from 'commander';
import pino from 'pino';
import manifest from '../../package.json' with { type: 'json' };
import { Fault } from '../core/fault.js';
import { REPORT_FORMAT_IDS } from '../core/report/report-formats.js';
import { PICTURES } from '../core/table/picture-kinds.js';
import { type ClaimedStore, claimStore } from '../service/claim-store.js';
import { defaultFolder, type Service, startService, WAITING_DAYS } from '../service/context.js';
import { knownFault } from '../service/store-fault.js';
import { assessLines, assessOne } from './assess.js';
import { type BinderFlags, sayBinder } from './binder.js';
import { takeCodebook } from './codebook.js';
import { type CodingsFlags, sayCodings } from './codings.js';
import { account, link, type LinkFlags, relink } from './link.js';
import { addTextCommands } from './notation.js';
import { addPeopleCommands } from './people.js';
import { addStudyCommands } from './studies.js';
import { saySpread } from './spread.js';
import { saySweep, type SweepFlags } from './sweep.js';
import { sayTable, type TableFlags } from './table.js';
import { tokenOf } from './token.js';
import { sayVerified } from './verify.js';
import { inviteFirst } from '../service/team/invitations.js';
import { saySettings, settingsFrom, type Settings } from './settings.js';
import { backUpOnSchedule } from '../service/backups/scheduled.js';
import { openIdOf } from './set-up.js';
import { openBrowser } from './open-browser.js';
import { DEMO_STUDY, seedDemo } from './seed-demo.js';
import { type Running, serve } from './serve.js';

// This file is dist/cli/main.js.
const here = dirname(fileURLToPath(import.meta.url));
const root = join(here, '..', '..');
const worker = join(here, 'worker.js');

const logger = (level: string) =>
  pino({ level, base: null, timestamp: pino.stdTimeFunctions.isoTime }, pino.destination({ fd: 2, sync: true }));

function portNumber(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new InvalidArgumentError('a port is a whole number from 0 to 65535');
  return port;
}

function wholeNumber(text: string): number {
  if (!/^\d{1,6}$/.test(text)) throw new InvalidArgumentError('give a whole number');
  return Number(text);
}

/** @throws Fault where a setting of the environment is none */
function checkSettings(env: NodeJS.ProcessEnv): void {
  for (const [name, unit] of [
    ['HATCH_COUNT_CACHE_BYTES', 'bytes'],
    ['HATCH_COUNT_LINK_TIMEOUT_MS', 'milliseconds'],
  ] as const) {
    const given = env[name] ?? '';
    if (given === '' || /^[1-9]\d{0,14}$/.test(given)) continue;
    const mend = `Give a whole number of ${unit}, or leave it away.`;
    throw new Fault('invalid', `${name} is "${given.slice(0, 40)}".`, mend);
  }
}

/** What the command line says of a server; the environment and a file may say more. */
interface ServeFlags {
  config?: string;
  host?: string;
  port?: number;
  store?: string;
  allowHost?: string[];
  keepWaiting?: number;
  token?: boolean;
  team?: boolean;
  trustProxy?: boolean;
  logLevel?: Settings['logLevel'];
}

function stopOnSignal({ stop }: Running, log: pino.Logger): void {
  let stopping = false;
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      log.info({ signal }, 'stopping');
      stop().then(
        () => {
          log.info('stopped');
          process.exit(0);
        },
        (error: unknown) => {
          log.error({ err: error }, 'the stop failed');
          process.exit(1);
        },
      );
    });
  }
}

const program = new Command('hatch-count').description(manifest.description).version(manifest.version);

const withServeFlags = (command: Command) =>
  command
    .option('--config <file>', 'settings as JSON; "hatch-count config" lists them')
    .option('--host <address>', 'address to listen on (127.0.0.1)')
    .option('--port <number>', 'port to listen on; 0 takes a free one (4114)', portNumber)
    .option('--store <folder>', `where studies are kept (${defaultFolder()})`)
    .option('--allow-host <name...>', 'other names under which the server may be asked for')
    .option(
      '--keep-waiting <days>',
      `days for which a file waits to be accepted; 0: for ever (${WAITING_DAYS})`,
      wholeNumber,
    )
    .option('--token', 'ask for a token, which is in the address that is printed: for a machine that others use too')
    .option('--team', 'several people use the server, who sign in')
    .option('--trust-proxy', 'a proxy stands in front, whose X-Forwarded-For and X-Forwarded-Proto are believed')
    .addOption(
      new Option('--log-level <level>', 'what is logged (info)').choices([
        'trace',
        'debug',
        'info',
        'warn',
        'error',
        'silent',
      ]),
    );

interface Claimed {
  service: Service;
  store: ClaimedStore;
  settings: Settings;
  log: pino.Logger;
}

/** Starts a service on a store that this server has for itself. */
function claimed(flags: ServeFlags): Claimed {
  checkSettings(process.env);
  const { settings } = settingsFrom(flags, process.env);
  const log = logger(settings.logLevel);
  const { mostRequests: requests, mostIntakes: intakes, mostBytes: bytes } = settings;
  const limits = { requests, intakes, bytes };
  const team = settings.team ? { openId: openIdOf(settings), limits } : undefined;
  const store = claimStore(settings.store);
  const service = startService({ folder: settings.store, worker, log, waitingDays: settings.keepWaiting, team });
  return { service, store, settings, log };
}

const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];

function warnOfNetwork({ host, token, team, trustProxy }: Settings): void {
  if (LOOPBACK.includes(host) || host.startsWith('127.') || (team && trustProxy)) return;
  const asks = team
    ? 'people sign in, and'
    : `${token ? 'whoever has the token' : 'anybody who reaches it, without being asked for anything,'} can read and ` +
      'change every study, and';
  process.stderr.write(`hatch-count: listening on ${host}: ${asks} what is sent is not encrypted.\n`);
}

/** Serves, prints where, and stops when the system asks for it. */
async function serveAt(
  { service, store, settings, log }: Claimed,
  { path = '', otherPort = false }: { path?: string; otherPort?: boolean } = {},
): Promise<string> {
  const { host, allowHost: hosts, trustProxy: trustsProxy } = settings;
  const token = settings.token ? tokenOf(settings.store) : null;
  const start = (port: number) =>
    serve({ service, dist: join(root, 'dist'), hosts, token, trustsProxy, log, host, port });
  const running = await start(settings.port).catch((error: unknown) => {
    if (otherPort && error instanceof Fault && error.kind === 'conflict') return start(0);
    throw error;
  });
  store.sayAddress(running.address);
  const stop = async () => {
    await running.stop();
    store.release();
  };
  stopOnSignal({ ...running, stop }, log);
  const { backupFolder: folder, backupEvery: every, backupKeep: keep } = settings;
  if (folder !== undefined) backUpOnSchedule(service, { folder, every, keep });
  const address = `${running.address}${path}${token === null ? '' : `${path === '' ? '/' : ''}?token=${token}`}`;
  warnOfNetwork(settings);
  process.stdout.write(`Hatch Count is at ${address}\n`);
  const first = service.team && inviteFirst(service.team);
  if (first) process.stdout.write(`Whoever administers it comes in at ${running.address}/join#${first.secret}\n`);
  return address;
}

withServeFlags(program.command('serve').description('serve the application')).action(async (flags: ServeFlags) => {
  await serveAt(claimed(flags));
});

withServeFlags(
  program.command('config').description('the settings of a server as they hold, and where each comes from'),
).action((flags: ServeFlags) => {
  const { settings, all } = settingsFrom(flags, process.env);
  openIdOf(settings);
  process.stdout.write(saySettings(all));
});

withServeFlags(program.command('demo').description('serve the application with the demo study in it'))
  .option('--no-open', 'do not open a browser')
  .action(async (flags: ServeFlags & { open: boolean }) => {
    const claim = claimed(flags);
    await seedDemo(claim.service, join(root, 'demo'));
    // The demo may stand beside another server; any free port will do.
    const address = await serveAt(claim, { path: `/studies/${DEMO_STUDY}/tables`, otherPort: true });
    if (flags.open) openBrowser(address);
  });

program
  .command('token')
  .description('the token of a store, for programs that ask a server which was started with --token')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .action(({ store }: { store: string }) => void process.stdout.write(`${tokenOf(store)}\n`));

program
  .command('verify')
  .description(
    'look a study, a backup or the whole store through to the last byte; the exit code says whether all is whole',
  )
  .argument('[what]', 'id or name of a study, or a backup; all of the store where not given')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .action((what: string | undefined, { store }: { store: string }) =>
    within(store, async (service) => {
      await sayVerified(service, what, (text) => void process.stdout.write(text));
      return '';
    }),
  );

program
  .command('seed')
  .description('take the demo study in, without serving')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .action(({ store }: { store: string }) =>
    within(store, async (service) => {
      await seedDemo(service, join(root, 'demo'));
      return '';
    }),
  );

program
  .command('assess')
  .description('tests and measures of a table of counts, read as JSON from standard input')
  .argument('[file]', 'a file to read instead')
  .option('--jsonl', 'one request a line, one answer a line')
  .action(async (file: string | undefined, { jsonl }: { jsonl?: boolean }) => {
    if (file !== undefined && !existsSync(file))
      throw new Fault('not-found', `There is no file ${file}.`, 'Check the path.', { file });
    const input = file === undefined ? process.stdin : createReadStream(file);
    if (jsonl) process.exitCode = (await assessLines(input, process.stdout)) > 0 ? 2 : 0;
    else await assessOne(input, process.stdout);
  });

/** Runs work with the service of a store, prints what it says, and closes it. */
async function within(store: string, work: (service: Service) => Promise<string>): Promise<void> {
  const service = startService({ folder: store, worker });
  try {
    process.stdout.write(await work(service));
  } finally {
    await service.close();
  }
}

program
  .command('link')
  .description('link a table whose respondents stay in a database; without a table, list those that there are')
  .argument('<address>', 'postgresql://host:port/database or clickhouse://host:port/database')
  .argument('[table]', 'the table, with or without its schema')
  .requiredOption('--user <name>', 'an account that may read it; its password is read from HATCH_COUNT_PASSWORD')
  .option('--tls', 'an encrypted connection', false)
  .option('--name <name>', 'what the study is called')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .action((address: string, table: string | undefined, { store, ...flags }: LinkFlags & { store: string }) =>
    within(store, (service) => link(service, address, table, flags)),
  );
program
  .command('account')
  .description('give a linked study the account by which its database is read')
  .argument('<study>', 'its id, or its name')
  .requiredOption('--user <name>', 'its password is read from HATCH_COUNT_PASSWORD')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .action((study: string, { store, user }: { store: string; user: string }) =>
    within(store, (service) => account(service, study, { user })),
  );
program
  .command('relink')
  .description('look at the table of a linked study as it is now, and take in its new columns and new values')
  .argument('<study>', 'its id, or its name')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .action((study: string, { store }: { store: string }) => within(store, (service) => relink(service, study)));
addStudyCommands(program, within, defaultFolder());
addPeopleCommands(program, within, defaultFolder());
addTextCommands(program, within, {
  store: defaultFolder(),
  serviceOn: (folder) => startService({ folder, worker }),
});

program
  .command('codebook')
  .description(
    'what a codebook (CSV, .xlsx, DDI, Triple-S, JSON) changes in a study; nothing is changed without --keep',
  )
  .argument('<study>', 'id of the study, or its name')
  .argument('<file>', 'the codebook')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .option('--keep', 'make the change')
  .action((study: string, file: string, flags: { store: string; keep?: boolean }) =>
    within(flags.store, (service) => takeCodebook(service, study, file, flags.keep === true)),
  );

program
  .command('table')
  .description('a table of a study as JSON, by its sentence')
  .argument('<study>', 'id of the study, or its name')
  .argument('<sentence>', 'such as "Satisfaction by Site, only where Age 60 and over", or its parts as JSON')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .option('--order <order>', 'how the rows stand: list or frequency')
  .option('--sort <code>', 'the column by which the rows are sorted, by its code')
  .option('--sort-nest <place>', 'of several groupings side by side: which one that column is of, from 0')
  .option('--sort-figure <figure>', 'by which figure of it, such as adjusted-residual; counts where nothing is said')
  .option('--ascending', 'the smallest first')
  .option('--predicted <variables...>', 'which variables are predicted, wherever they stand; the rows otherwise')
  .option('--full', 'rows and columns that nobody is in are left out')
  .option('--csv', 'the table as CSV')
  .option('--as <format>', `as a file: ${REPORT_FORMAT_IDS.join(', ')}`)
  .option('-o, --output <file>', 'with --as: where to; a name made from the sentence where not given')
  .addOption(new Option('--picture <kind>', 'with --as: beside the table, its picture').choices(PICTURES))
  .option('--template <file>', 'of a document: a DOCX whose look it takes')
  .option('--figures <list>', 'with --csv or --as: what stands beside counts, such as "row-percent,letters"')
  .option('--summary <words>', 'of a summary: how it is shown, such as "missing-row,one-line,p-holm"')
  .action((study: string, sentence: string, flags: { store: string } & TableFlags) =>
    within(flags.store, (service) => sayTable(service, study, sentence, flags)),
  );

program
  .command('binder')
  .description('the binder of a study as one file: its tables with their readings, and a note on methods')
  .argument('<study>', 'id of the study, or its name')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .addOption(
    new Option('--as <format>', 'in which format; as the name of the file says, where not given').choices(
      REPORT_FORMAT_IDS,
    ),
  )
  .option('-o, --output <file>', 'where to; a name of the study where not given')
  .option('--binder <name>', 'which binder, by its name; the first one where not given')
  .option('--tables <ids...>', 'these tables alone, by their ids')
  .option('--template <file>', 'of a document: a DOCX whose look it takes; as the study has it, where not given')
  .option('--together', 'of a workbook: all tables on one sheet')
  .option('--least-cell <respondents>', 'of a page to explore: cells of fewer are withheld; 5 where not given')
  .option('--least-base <respondents>', 'of a page to explore: groups of fewer are withheld; 10 where not given')
  .option('--disclosure', 'say what the tables say of few respondents, and write no file')
  .addOption(new Option('--freeze', 'have the figures of its tables stay as they are, and write no file'))
  .addOption(new Option('--thaw', 'have its tables follow the study again, and write no file').conflicts('freeze'))
  .action((study: string, flags: { store: string } & BinderFlags) =>
    within(flags.store, (service) => sayBinder(service, study, flags)),
  );

program
  .command('spread')
  .description('how a number of a study lies in groups, or two numbers of each respondent, as JSON')
  .argument('<study>', 'id of the study, or its name')
  .argument('<sentence>', 'such as "Years on the plot by Site", or its parts as JSON')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .option('--of <what>', 'densities or pairs; pairs where a number stands alone across')
  .action((study: string, sentence: string, flags: { store: string; of?: string }) =>
    within(flags.store, (service) => saySpread(service, study, sentence, flags)),
  );

program
  .command('sweep')
  .description('many variables of a study by the same groups: n, lead test, adjusted p, strength, direction of each')
  .argument('<study>', 'id of the study, or its name')
  .argument('[asked]', 'a sentence such as "Satisfaction, Will renew by Site", or its parts as JSON')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .option('--by <variables...>', 'without a sentence: what all variables stand by')
  .option('--adjust <way>', 'how p is adjusted over the list: holm, bonferroni or benjamini-hochberg')
  .option('--sort <by>', 'what comes first: strength, gamma, p, n or list')
  .option('--csv', 'the sweep as CSV')
  .action((study: string, asked: string | undefined, flags: { store: string } & SweepFlags) =>
    within(flags.store, (service) => saySweep(service, study, asked, flags)),
  );

program
  .command('codings')
  .description('how answers in words were coded into themes: as CSV, taken in from a file, or how two coders agree')
  .argument('<study>', 'id of the study, or its name')
  .argument('<variable>', 'what the working of themes makes, by name or label')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .option('--coder <name>', 'whose codings; of a file whose lines name nobody, who coded')
  .option('--take <file>', 'takes codings in: CSV with the columns answer, coder, verdict and themes')
  .option('--agreement <names...>', 'how two coders agree, as JSON')
  .option('--sheet', 'the code sheet as CSV')
  .option('--take-sheet <file>', 'takes a code sheet in: CSV with a column theme, and those that --sheet writes')
  .action((study: string, variable: string, flags: { store: string } & CodingsFlags) =>
    within(flags.store, (service) => sayCodings(service, study, variable, flags)),
  );

// Studies are for the user who runs this alone, and so is what is written of them.
process.umask(0o077);

program.parseAsync().catch((error: unknown) => {
  const fault = knownFault(error);
  if (!fault) throw error;
  process.stderr.write(`hatch-count: ${fault.message} ${fault.mend}\n`);
  process.exit(2);
});
