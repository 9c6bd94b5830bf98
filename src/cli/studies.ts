import { createReadStream, existsSync } from 'node:fs';
import { basename } from 'node:path';
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

type Within = (store: string, work: (service: Service) => Promise<string>) => Promise<void>;
type Flags = { store: string };

/** A study to one file, and back. */
function addBackupCommands(
  command: (name: string, about: string) => Command,
  within: Within,
  open: (service: Service, called: string) => Promise<OpenStudy>,
): void {
  command('backup', 'write a study to one file')
    .argument('<study>', 'its id, or its name')
    .argument('[file]', 'where to; a name with the day where not given')
    .action((study: string, file: string | undefined, { store: folder }: Flags) =>
      within(folder, async (service) => {
        if (file !== undefined) mustBeFree(file);
        return line([await writeFileTo(await backUpStudy(service, await open(service, study)), file)]);
      }),
    );
  command('restore', 'restore a study from a backup')
    .argument('<file>', 'the backup')
    .action((file: string, { store: folder }: Flags) =>
      within(folder, async (service) => {
        if (!existsSync(file)) throw new Fault('not-found', `There is no file ${file}.`, 'Check the path.', { file });
        const row = await restoreStudy(service, { name: basename(file), body: createReadStream(file) });
        return line([row.id, row.name]);
      }),
    );
}
