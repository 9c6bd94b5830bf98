import { existsSync, writeFileSync } from 'node:fs';
import type { Command } from 'commander';
import { compareStudies, type StudiesCompared } from '../core/notation/compare-studies.js';
import { formatText } from '../core/notation/format-text.js';
import { type ParsedStudy, parseStudy } from '../core/notation/parse-study.js';
import type { Service } from '../service/context.js';
import { checkText, putText } from '../service/notation/put-text.js';
import { textOfStudy } from '../service/notation/study-text.js';
import { readyStudy } from '../service/open-study.js';
import { runText, type RunFlags } from './run-text.js';
import type { Within } from './studies.js';
import { studyId } from './study-id.js';
import { type GivenText, problemLines, readText, STANDARD_INPUT } from './text-input.js';
import { mustBeFree } from './write-file.js';

interface Flags {
  store: string;
  json?: boolean;
}

const say = (text: string) => void process.stdout.write(text);
const complain = (text: string) => void process.stderr.write(text);

/** Says what is wrong with a text; the exit code says that something is. @returns whether nothing is */
function isSound({ name }: GivenText, { problems, remarks }: Pick<ParsedStudy, 'problems' | 'remarks'>): boolean {
  complain(problemLines(name, problems) + problemLines(name, remarks, 'remark: '));
  if (problems.length > 0) process.exitCode = 2;
  return problems.length === 0;
}

/** A text that is called by its file, or by the study whose text it is. */
async function textCalled(within: Within, called: string, store: string): Promise<GivenText> {
  if (called === STANDARD_INPUT || existsSync(called)) return readText(called);
  let text = '';
  await within(store, async (service) => {
    text = textOfStudy(await readyStudy(service, studyId(service, called)));
    return '';
  });
  return { name: called, text };
}

const SIGNS = { stays: ' ', goes: '-', comes: '+' } as const;

/** What differs between two texts, as lines. */
function sayCompared({ things, tables }: StudiesCompared): string {
  const said = things.map(({ title, is, lines }) => {
    const own = lines.filter((line) => line.is !== 'stays').map((line) => `${SIGNS[line.is]} ${line.text}\n`);
    return `${is} ${title}\n${is === 'changed' ? own.join('') : ''}`;
  });
  const follows = tables.map((sentence) => `figures of ${sentence}\n`);
  return [...said, ...follows].join('');
}

/**
 * Adds the commands for the text of a study: run, check, format, diff, print, take.
 * @param within runs work with the service of a store, and closes it
 */
export function addTextCommands(
  program: Command,
  within: Within,
  { store, serviceOn }: { store: string; serviceOn: (folder: string) => Service },
): void {
  const command = (name: string, about: string) => program.command(name).description(about);
  const json = '--json';

  command('print', 'the text of a study: everything but its respondents')
    .argument('<study>', 'its id, or its name')
    .option('--store <folder>', 'where studies are kept', store)
    .option('--no-codings', 'without what was coded by hand, answer by answer')
    .option('-o, --output <file>', 'where to; standard output where not given')
    .action((study: string, flags: Flags & { codings: boolean; output?: string }) =>
      within(flags.store, async (service) => {
        if (flags.output !== undefined) mustBeFree(flags.output);
        const text = textOfStudy(await readyStudy(service, studyId(service, study)), { codings: flags.codings });
        if (flags.output === undefined) return text;
        writeFileSync(flags.output, text, { flag: 'wx' });
        return `${flags.output}\n`;
      }),
    );
  command(
    'check',
    'what is wrong with the text of a study, a line for each thing; the exit code is 2 where anything is',
  )
    .argument('<file>', 'the text; - for standard input')
    .option('--study <study>', 'id or name of a study that the text is to be put into')
    .option('--store <folder>', 'where studies are kept', store)
    .option(json, 'as JSON')
    .action(async (file: string, flags: Flags & { study?: string }) => {
      const given = readText(file);
      let checked: Pick<ParsedStudy, 'problems' | 'remarks'> & { words?: string | null } = parseStudy(given.text);
      const { study: called } = flags;
      if (called !== undefined)
        await within(flags.store, async (service) => {
          const study = await readyStudy(service, studyId(service, called));
          checked = checkText(study, { text: given.text, whole: true, codings: true });
          return '';
        });
      const { problems, remarks, words = null } = checked;
      if (flags.json) say(`${JSON.stringify({ problems, remarks, words })}\n`);
      if (problems.length > 0) process.exitCode = 2;
      if (!flags.json && isSound(given, checked) && words !== null) say(`${words}\n`);
    });
  command('take', 'make a study what a text says, as one change that can be undone')
    .argument('<study>', 'its id, or its name')
    .argument('<file>', 'the text; - for standard input')
    .option('--store <folder>', 'where studies are kept', store)
    .option('--add', 'add what the text says; without this, what it does not say is taken out')
    .action((study: string, file: string, flags: Flags & { add?: boolean }) =>
      within(flags.store, async (service) => {
        const given = readText(file);
        const open = await readyStudy(service, studyId(service, study));
        const sent = { text: given.text, whole: !flags.add, codings: true };
        const checked = checkText(open, sent);
        if (!isSound(given, checked)) return '';
        const { words } = await putText(service, open, sent);
        return `${words ?? 'Nothing changes.'}\n`;
      }),
    );
  addComparing(command, within, store);
  addRun(program, store, serviceOn);
}

/** The commands that look at texts alone: format, diff. */
function addComparing(command: (name: string, about: string) => Command, within: Within, store: string): void {
  command('format', 'a text with every line in its normal form, its order and its comments kept')
    .argument('<file>', 'the text; - for standard input')
    .option('--write', 'in the place of the file')
    .option('--check', 'write nothing; the exit code is 1 where the file is not in normal form')
    .action((file: string, flags: { write?: boolean; check?: boolean }) => {
      const given = readText(file);
      const parsed = parseStudy(given.text);
      complain(problemLines(given.name, parsed.problems));
      if (parsed.problems.length > 0) {
        process.exitCode = 2;
        return;
      }
      const text = formatText(parsed);
      if (flags.check) process.exitCode = text === given.text ? 0 : 1;
      else if (flags.write && file !== STANDARD_INPUT) writeFileSync(file, text);
      else say(text);
    });
  command(
    'diff',
    'what differs between two texts of a study, and which tables can have other figures; 1 where any does',
  )
    .argument('<before>', 'a text, or the id or name of a study')
    .argument('<after>', 'a text, or the id or name of a study')
    .option('--store <folder>', 'where studies are kept', store)
    .option('--json', 'as JSON')
    .action(async (before: string, after: string, flags: Flags) => {
      const texts = [
        await textCalled(within, before, flags.store),
        await textCalled(within, after, flags.store),
      ] as const;
      const [old, now] = texts.map((given) => ({ given, parsed: parseStudy(given.text) }));
      const areSound = [old!, now!].map(({ given, parsed }) => isSound(given, { ...parsed, remarks: [] }));
      if (areSound.includes(false)) return;
      const compared = compareStudies(old!.parsed.study, now!.parsed.study);
      say(flags.json ? `${JSON.stringify(compared)}\n` : sayCompared(compared));
      process.exitCode = compared.things.length > 0 ? 1 : 0;
    });
}

function addRun(program: Command, store: string, serviceOn: (folder: string) => Service): void {
  program
    .command('run')
    .description('make a study of new data and a text, look at its proofs, and write its binder; 3 where a proof fails')
    .argument('<text>', 'the text of the study')
    .requiredOption('--data <file>', 'the data; - for standard input')
    .option('--data-name <name>', 'what the data are called, by whose ending they are read: data.csv')
    .option('--out <files...>', 'the binder as a file; its ending says the format')
    .option('--binder <name>', 'which binder; the first where not given')
    .option('--template <file>', 'of a document: a DOCX whose look it takes')
    .option('--together', 'of a workbook: all tables on one sheet')
    .option('--replace', 'write over files that are there')
    .option('--allow-failing', 'a proof that fails does not fail the run')
    .option('--strict', 'codes and columns that the text does not name fail the run')
    .option('--keep <name>', 'keep the study under this name; without this nothing stays but the files')
    .option('--store <folder>', 'where it is kept', store)
    .option('--json', 'what came of it, as JSON')
    .action(async (text: string, { store: folder, ...flags }: RunFlags & { store: string }) => {
      const { code, out, errors } = await runText(text, flags, folder, serviceOn);
      complain(errors);
      say(out);
      process.exitCode = code;
    });
}
