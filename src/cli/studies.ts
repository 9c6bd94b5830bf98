import { createReadStream, existsSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { backUpStore } from '../service/backups/back-up-store.js';
import { restoreStore } from '../service/backups/restore-store.js';
import { keepNewest } from '../service/backups/scheduled.js';
import type { Command } from 'commander';
import { Fault } from '../core/fault.js';
import type { OpenStudy, Service } from '../service/context.js';
import { listStudies, readyStudy, unopenedFiles } from '../service/open-study.js';
import { backUpStudy, binStudy, copyStudy, editStudy, listBin, restoreStudy, unbinStudy } from '../service/studies.js';
import { studyId } from './study-id.js';
import { mustBeFree, writeFileTo } from './write-file.js';

const line = (parts: readonly (string | number)[]) => `${parts.join('\t')}\n`;

/**
 * Adds the commands for whole studies: list, rename, copy, delete, take out of the bin, back up, restore.
 * @param within runs work with the service of a store, and closes it
 */
export function addStudyCommands(program: Command, within: Within, store: string): void {
  const command = (name: string, about: string) =>
    program.command(name).description(about).option('--store <folder>', 'where studies are kept', store);
  const open = (service: Service, called: string) => readyStudy(service, studyId(service, called));

  command('studies', 'all studies, one a line: id, name, respondents, taken in').action(({ store: folder }: Flags) =>
    within(folder, (service) =>
      Promise.resolve(
        [
          ...listStudies(service).map(({ id, name, respondents, created }) => line([id, name, respondents, created])),
          ...unopenedFiles(service).map(
            ({ file, message, mend }) => `# ${file} cannot be opened. ${message} ${mend}\n`,
          ),
        ].join(''),
      ),
    ),
  );
  command('rename', 'name a study, and describe it')
    .argument('<study>', 'its id, or its name')
    .argument('<name>', 'its new name')
    .argument('[subtitle]', 'what it is, in a few words')
    .action((study: string, name: string, subtitle: string | undefined, { store: folder }: Flags) =>
      within(folder, async (service) => {
        const row = await editStudy(service, await open(service, study), { name, subtitle });
        return line([row.id, row.name]);
      }),
    );
  command('copy', 'copy a study with everything in it')
    .argument('<study>', 'its id, or its name')
    .argument('[name]', 'the name of the copy')
    .action((study: string, name: string | undefined, { store: folder }: Flags) =>
      within(folder, async (service) => {
        const row = await copyStudy(service, await open(service, study), name);
        return line([row.id, row.name]);
      }),
    );
  command('delete', 'put a study into the bin')
    .argument('<study>', 'its id, or its name')
    .action((study: string, { store: folder }: Flags) =>
      within(folder, async (service) => {
        await binStudy(service, await open(service, study));
        return '';
      }),
    );
  command('bin', 'studies in the bin; with an id, take that one out again')
    .argument('[study]', 'id of a study in the bin')
    .action((study: string | undefined, { store: folder }: Flags) =>
      within(folder, async (service) => {
        if (study !== undefined) return line([(await unbinStudy(service, study)).id]);
        return listBin(service)
          .map(({ id, name, binned }) => line([id, name, binned]))
          .join('');
      }),
    );
  addBackupCommands(command, within, open);
}

export type Within = (store: string, work: (service: Service) => Promise<string>) => Promise<void>;
type Flags = { store: string };

/** A study to one file, and back. */
function addBackupCommands(
  command: (name: string, about: string) => Command,
  within: Within,
  open: (service: Service, called: string) => Promise<OpenStudy>,
): void {
  command('backup', 'write a study to one file, or everything into a folder, while a server works on it')
    .argument('[study]', 'its id, or its name')
    .argument('[file]', 'where to; a name with the day where not given')
    .option(
      '--all <folder>',
      'everything: studies, own layers, the bin, people; a folder of its own is made in this one',
    )
    .option('--keep <number>', 'with --all: how many backups are kept in the folder; all where not given')
    .action(async (study: string | undefined, file: string | undefined, { store: folder, all, keep }: BackupFlags) => {
      if (all !== undefined) {
        await backUpAll(folder, all, keep);
        return;
      }
      if (study === undefined)
        throw new Fault('invalid', 'It is not said what is backed up.', 'Name a study, or a folder with --all.');
      await within(folder, async (service) => {
        if (file !== undefined) mustBeFree(file);
        return line([await writeFileTo(await backUpStudy(service, await open(service, study)), file)]);
      });
    });
  command('restore', 'restore a study from its file; or, from a folder, everything into a store in which nothing is')
    .argument('<backup>', 'the backup')
    .action(async (backup: string, { store: folder }: Flags) => {
      if (!existsSync(backup))
        throw new Fault('not-found', `There is no ${backup}.`, 'Check the path.', { file: backup });
      if (statSync(backup).isDirectory()) {
        process.stdout.write(`${await restoreStore(backup, folder)} files are in ${folder}.\n`);
        return;
      }
      await within(folder, async (service) => {
        const row = await restoreStudy(service, { name: basename(backup), body: createReadStream(backup) });
        return line([row.id, row.name]);
      });
    });
}

interface BackupFlags extends Flags {
  all?: string;
  keep?: string;
}

async function backUpAll(store: string, into: string, keep: string | undefined): Promise<void> {
  if (keep !== undefined && !/^[1-9]\d{0,5}$/.test(keep))
    throw new Fault('invalid', `"${keep}" is no number of backups.`, 'Give a whole number from 1.', { field: 'keep' });
  process.stdout.write(`${await backUpStore(store, into)}\n`);
  if (keep !== undefined) keepNewest(into, Number(keep));
}
