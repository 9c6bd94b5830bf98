import { createReadStream, existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command, InvalidArgumentError } from 'commander';
import pino from 'pino';
import manifest from '../../package.json' with { type: 'json' };
import { Fault } from '../core/fault.js';
import { defaultFolder, type Service, startService } from '../service/context.js';
import { assessLines, assessOne } from './assess.js';
import { takeCodebook } from './codebook.js';
import { addStudyCommands } from './studies.js';
import { sayTable } from './table.js';
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

interface ServeFlags {
  host: string;
  port: number;
  store: string;
  allowHost: string[];
  logLevel: string;
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
    .option('--host <address>', 'address to listen on', '127.0.0.1')
    .option('--port <number>', 'port to listen on; 0 takes a free one', portNumber, 4114)
    .option('--store <folder>', 'where studies are kept', defaultFolder())
    .option('--allow-host <name...>', 'other names under which the server may be asked for', [])
    .option('--log-level <level>', 'trace, debug, info, warn, error or silent', 'info');

withServeFlags(program.command('serve').description('serve the application')).action(async (flags: ServeFlags) => {
  const log = logger(flags.logLevel);
  const service = startService({ folder: flags.store, worker, log });
  const running = await serve({ service, dist: join(root, 'dist'), hosts: flags.allowHost, log, ...flags });
  stopOnSignal(running, log);
  process.stdout.write(`Hatch Count is at ${running.address}\n`);
});

withServeFlags(program.command('demo').description('serve the application with the demo study in it'))
  .option('--no-open', 'do not open a browser')
  .action(async (flags: ServeFlags & { open: boolean }) => {
    const log = logger(flags.logLevel);
    const service = startService({ folder: flags.store, worker, log });
    await seedDemo(service, join(root, 'demo'));
    const start = (port: number) =>
      serve({ service, dist: join(root, 'dist'), hosts: flags.allowHost, log, host: flags.host, port });
    const running = await start(flags.port).catch((error: unknown) => {
      // The demo may stand beside another server; any free port will do.
      if (error instanceof Fault && error.kind === 'conflict') return start(0);
      throw error;
    });
    stopOnSignal(running, log);
    const address = `${running.address}/studies/${DEMO_STUDY}/tables`;
    process.stdout.write(`Hatch Count is at ${address}\n`);
    if (flags.open) openBrowser(address);
  });

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

addStudyCommands(program, within, defaultFolder());

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
  .argument('<sentence>', 'such as "Satisfaction by Site, only where Age 60 and over"')
  .option('--store <folder>', 'where studies are kept', defaultFolder())
  .option('--order <order>', 'how the rows stand: list or frequency', 'list')
  .option('--csv', 'the table as CSV')
  .action((study: string, sentence: string, flags: { store: string; order: string; csv?: boolean }) =>
    within(flags.store, (service) => sayTable(service, study, sentence, flags)),
  );

program.parseAsync().catch((error: unknown) => {
  if (!(error instanceof Fault)) throw error;
  process.stderr.write(`hatch-count: ${error.message} ${error.mend}\n`);
  process.exit(2);
});
