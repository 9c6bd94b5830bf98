import { createReadStream, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { Fault } from '../core/fault.js';
import { parseStudy } from '../core/notation/parse-study.js';
import type { TextProblem } from '../core/notation/text/problem.js';
import type { Service } from '../service/context.js';
import { type FailingProof, failingProofs } from '../service/notation/failing-proofs.js';
import { type MadeStudy, studyFromText } from '../service/notation/study-from-text.js';
import { writeBinder } from '../service/report.js';
import { binderCalled, formatFor } from './binder.js';
import { templateIn } from './template-in.js';
import { problemLines, readText, STANDARD_INPUT } from './text-input.js';
import { mustBeFree, writeFileTo } from './write-file.js';

/** What the command `run` was told. */
export interface RunFlags {
  data: string;
  /** Of data from standard input: what the file is called. */
  dataName?: string;
  out?: string[];
  binder?: string;
  template?: string;
  together?: boolean;
  replace?: boolean;
  /** A failing proof does not fail the run. */
  allowFailing?: boolean;
  /** Codes and columns that the text does not name fail it. */
  strict?: boolean;
  /** The study stays, under this name. */
  keep?: string;
  json?: boolean;
}

/** What a run came to. */
export interface RunOutcome {
  /**
   * 0: all is well; 2: the text cannot be read; 3: a proof fails, or the data have what the text does not name and that
   * is not allowed.
   */
  code: 0 | 2 | 3;
  /** For standard output. */
  out: string;
  /** For standard error, one line each. */
  errors: string;
}

/** The outcome where the text cannot be read. */
const refused = (name: string, problems: readonly TextProblem[], { json }: RunFlags): RunOutcome => ({
  code: 2,
  out: json ? `${JSON.stringify({ problems })}\n` : '',
  errors: problemLines(name, problems),
});

/** Where the data are read from. @throws Fault where there is no such file */
function dataOf({ data, dataName }: RunFlags): { fileName: string; data: NodeJS.ReadableStream } {
  if (data === STANDARD_INPUT) return { fileName: dataName ?? 'data.csv', data: process.stdin };
  if (!existsSync(data)) throw new Fault('not-found', `There is no file ${data}.`, 'Check the path.', { file: data });
  return { fileName: dataName ?? basename(data), data: createReadStream(data) };
}

const saysNew = ({ newCodes, newColumns }: MadeStudy): string[] => [
  ...newCodes.map(
    ({ variable, code, respondents }) =>
      `${variable} has the code “${code}” (${respondents}), which the text does not name.`,
  ),
  ...newColumns.map((heading) => `The data have a column “${heading}”, of which the text says nothing.`),
];

const saysFailing = (failing: readonly FailingProof[]): string[] =>
  failing.map(({ variable, why }) => `The proof of ${variable} fails. ${why.join(' ')}`);

async function writeOut(service: Service, { study }: MadeStudy, out: string, flags: RunFlags): Promise<string> {
  const file = await writeBinder(service, study, {
    as: formatFor(undefined, out),
    together: flags.together,
    protection: {},
    template: await templateIn(service, flags.template),
    tables: undefined,
    binder: binderCalled(study, { binder: flags.binder }),
  });
  if (flags.replace) rmSync(out, { force: true });
  return writeFileTo(file, out);
}

/** Makes a study of data and a text, looks at its proofs, and writes its binder. */
async function runIn(service: Service, text: string, name: string, flags: RunFlags): Promise<RunOutcome> {
  const { fileName, data } = dataOf(flags);
  const made = await studyFromText(service, { fileName, data: data as never, text, name: flags.keep });
  const failing = failingProofs(made.study);
  const unnamed = saysNew(made);
  const isFailed = (failing.length > 0 && !flags.allowFailing) || (unnamed.length > 0 && flags.strict === true);
  const written: string[] = [];
  if (!isFailed) for (const out of flags.out ?? []) written.push(await writeOut(service, made, out, flags));
  const errors = [
    problemLines(name, made.remarks, 'remark: '),
    ...[...unnamed, ...saysFailing(failing)].map((line) => `hatch-count: ${line}\n`),
  ].join('');
  const kept = flags.keep === undefined ? {} : { study: made.study.id };
  const { newCodes, newColumns, remarks } = made;
  const told = { ...kept, written, failing, newCodes, newColumns, remarks };
  const plain = [...(flags.keep === undefined ? [] : [made.study.id]), ...written].map((line) => `${line}\n`).join('');
  return { code: isFailed ? 3 : 0, out: flags.json ? `${JSON.stringify(told)}\n` : plain, errors };
}

/**
 * What the command `run` does: a study of data and a text, in a store that is gone afterwards, or in the store where
 * the study is to stay; its binder as files.
 * @param serviceOn a service on a folder
 */
export async function runText(
  path: string,
  flags: RunFlags,
  store: string,
  serviceOn: (folder: string) => Service,
): Promise<RunOutcome> {
  const { name, text } = readText(path);
  const { problems } = parseStudy(text);
  if (problems.length > 0) return refused(name, problems, flags);
  for (const out of flags.out ?? []) {
    formatFor(undefined, out);
    if (!flags.replace) mustBeFree(out);
  }
  const folder = flags.keep === undefined ? mkdtempSync(join(tmpdir(), 'hatch-count-run-')) : store;
  const service = serviceOn(folder);
  try {
    return await runIn(service, text, name, flags);
  } finally {
    await service.close();
    if (flags.keep === undefined) rmSync(folder, { recursive: true, force: true });
  }
}
