import { histogram, summarize } from '../../core/codebook/summary.js';
import { factsAmong, outlierCodes } from '../../core/codebook/facts.js';
import { Fault } from '../../core/fault.js';
import { shellOf } from '../../core/linked/column.js';
import { countLinked } from '../../core/linked/count/count-linked.js';
import { deriveLinked } from '../../core/linked/derive.js';
import { figuresOf, recheckLinked } from '../../core/linked/figures.js';
import type { Asking } from '../../core/linked/query.js';
import { type Refused, REFUSED } from '../../core/linked/refused.js';
import { type LinkedSource, valuesLinked } from '../../core/linked/source.js';
import { canonicalRecipe } from '../../core/recode/canonical-recipe.js';
import { allCodesOf, numericOf } from '../../core/recode/source-columns.js';
import type { JobRunner } from '../jobs/run-jobs.js';
import type { Derived, DeriveJob, DeriveSource } from '../worker/derive/types.js';
import { distributionOf } from '../worker/distribution-job.js';
import type { Jobs } from '../worker/jobs.js';
import type { LinkedFiles } from './linked-files.js';
import { reachLinked } from './reach-linked.js';

/** How jobs that look at respondents are done where these stay in a database. */
type LinkedJobs = {
  [Name in keyof Jobs]?: (
    job: Jobs[Name]['takes'],
    files: LinkedFiles,
    run: JobRunner['run'],
  ) => Promise<Jobs[Name]['gives']>;
};

/** Jobs for which a database cannot be asked. */
const REFUSED_JOBS: Partial<Record<keyof Jobs, Refused>> = {
  respondents: 'respondents',
  answers: 'answers',
  export: 'export',
  spread: 'densities',
  spreadMuch: 'densities',
  join: 'join',
  means: 'means',
};

const sourceOf = ({ column, ...source }: DeriveSource, linked: LinkedSource['linked']): LinkedSource => ({
  ...source,
  id: column,
  linked,
  column: shellOf(linked),
  texts: () => {
    throw new Error('texts of a linked study stay in its database');
  },
});

function* derivedBy({ recipe: told, proofOnly }: DeriveJob, over: readonly LinkedSource[]): Asking<Derived> {
  const recipe = canonicalRecipe(told);
  const made = yield* deriveLinked(recipe, over);
  const figures = yield* figuresOf(made.linked, made.codes);
  const again = yield* recheckLinked(recipe, over, made);
  const findings = [...made.proof.findings, ...(again ? [again] : [])];
  const proof = { ...made.proof, findings, holds: made.proof.holds && (again?.holds ?? true) };
  const { linked } = made;
  const kind = { coded: 'coded16', number: 'number', sets: 'sets', text: 'text' } as const;
  // Of a number its words; numbers that are no answers stand among the numbers.
  const codes =
    linked.kind === 'number' ? figures.codes.filter(({ code }) => linked.words.includes(code)) : figures.codes;
  const width = linked.kind === 'sets' ? Math.max(1, Math.ceil(linked.options.length / 32)) : 1;
  return {
    level: made.level,
    codes: made.codes,
    proof,
    figures,
    column: proofOnly
      ? null
      : {
          storage: kind[linked.kind],
          width,
          blank: figures.blank,
          codes,
          values: new Uint8Array(),
          histogram: figures.histogram ? JSON.stringify(figures.histogram) : null,
          state: null,
          linked,
        },
  };
}

/** The different numbers of a column, with what is among them. */
const numbersIn = (file: string, id: number, files: LinkedFiles) =>
  files.ask(
    file,
    valuesLinked(sourceOf({ column: id, title: '', level: 'number', codes: [] }, files.column(file, id))),
  );

const derive = (job: DeriveJob, files: LinkedFiles) =>
  files.ask(
    job.file,
    derivedBy(
      job,
      job.sources.map((source) => sourceOf(source, files.column(job.file, source.column))),
    ),
  );

const LINKED_JOBS: LinkedJobs = {
  derive,
  preview: derive,
  describe: async ({ file, column, missing, listed }, files) => {
    const { numbers, words, blank } = await numbersIn(file, column, files);
    const without = new Set(missing.map(Number));
    const answers = numbers.filter(([value]) => !without.has(value));
    const times = new Map(numbers);
    const sum = (some: Iterable<readonly [unknown, number]>) => [...some].reduce((all, [, count]) => all + count, 0);
    return {
      summary: summarize(answers),
      histogram: histogram(answers),
      blank,
      missing: sum(words) + sum(numbers) - sum(answers),
      counted: listed.map((code): [string, number] => [code, times.get(Number(code)) ?? 0]),
    };
  },
  distribution: async ({ file, source, ...asked }, files) => {
    const over = sourceOf(source, files.column(file, source.column));
    numericOf(over);
    return distributionOf(allCodesOf(over), await files.ask(file, valuesLinked(over)), asked);
  },
  sweep: async (job, files, run) => {
    const { file } = job.count;
    const counts = await files.ask(
      file,
      countLinked(job.count, (id) => files.column(file, id)),
    );
    return run('sweep', { ...job, counts });
  },
  outliers: async ({ file, column }, files) => {
    if (files.column(file, column).kind !== 'number') return { outliers: [], numeric: null };
    const { numbers } = await numbersIn(file, column, files);
    const codes = numbers.map(([value, respondents]) => ({ code: String(value), respondents }));
    return { outliers: outlierCodes(factsAmong(codes)), numeric: null };
  },
  // An identifier tells respondents apart, whom nobody looks at here.
  twins: () => Promise.resolve(null),
  look: async ({ file, columns, values }, files) =>
    Promise.all(
      columns.map(async ({ column, missing }) => {
        const { numbers } = await numbersIn(file, column, files);
        const times = new Map(numbers);
        const others = numbers.filter(([value]) => !values.includes(value) && !missing.includes(value));
        const [first, last] = [others[0], others.at(-1)];
        return {
          column,
          respondents: values.map((value) => times.get(value) ?? 0),
          range: first && last ? { from: first[0], to: last[0] } : null,
        };
      }),
    ),
  reach: ({ file, in: wanted }, files) =>
    files.ask(
      file,
      reachLinked(wanted, (id) => files.column(file, id)),
    ),
};

/** The file whose respondents a job looks at. */
function fileOf(job: unknown): string | null {
  if (typeof job !== 'object' || job === null) return null;
  if ('file' in job && typeof job.file === 'string') return job.file;
  return 'count' in job ? fileOf(job.count) : null;
}

/** @throws Fault saying what a linked study cannot be asked */
function refuse(name: keyof Jobs): never {
  const refused = REFUSED_JOBS[name];
  throw new Fault(
    'unsupported',
    `${refused ? REFUSED[refused] : 'This cannot be done'} in a linked study: respondents stay in the database.`,
    'Take the respondents in as a study of their own, where this is needed.',
  );
}

/** Whether a job looks at respondents one by one. */
const looksAtRespondents = (name: keyof Jobs): boolean => name in LINKED_JOBS || name in REFUSED_JOBS;

/** Jobs that are done otherwise where respondents stay in a database; all others as they are. */
export function linkedRun(jobs: Pick<JobRunner, 'run'>, files: LinkedFiles): JobRunner['run'] {
  return async (name, job, options) => {
    const file = looksAtRespondents(name) ? fileOf(job) : null;
    if (file === null || !files.linkOf(file)) return jobs.run(name, job, options);
    const own = LINKED_JOBS[name] as
      ((job: unknown, files: LinkedFiles, run: JobRunner['run']) => Promise<Jobs[typeof name]['gives']>) | undefined;
    return own ? own(job, files, jobs.run) : refuse(name);
  };
}
