import { type Code, type Level, missingIn } from '../../core/codebook/types.js';
import type { Storage } from '../../core/codebook/understand.js';
import { histogram } from '../../core/codebook/summary.js';
import { type CodedColumn, lowBits, type SetsColumn, wordAt } from '../../core/count/column.js';
import { asCountable, count } from '../../core/count/count.js';
import { Fault } from '../../core/fault.js';
import { convert, converted, proveConvert } from '../../core/recode/convert.js';
import { gather, gathered, type GatherSource, proveGather } from '../../core/recode/gather.js';
import { proveRegroup, regroup } from '../../core/recode/regroup.js';
import { proveSlots, slots, slotted } from '../../core/recode/slots.js';
import type { Convert, Gather, Proof, Recipe, Regroup, Slots } from '../../core/recode/types.js';
import { codesWithFound } from '../../core/table/tabulate.js';
import { cellReader } from '../../store/cells.js';
import { cachedColumn, studyFileAt } from './column-cache.js';
import { runs } from './describe-job.js';

export interface DeriveSource {
  column: number;
  title: string;
  level: Level;
  codes: readonly Code[];
}

export interface DeriveJob {
  file: string;
  respondents: number;
  recipe: Recipe;
  /** In the order of the recipe's sources. */
  sources: DeriveSource[];
  /** Only the proof is wanted. */
  proofOnly: boolean;
}

/** A column that a recipe made, ready to be kept. */
export interface Derived {
  level: Level;
  codes: Code[];
  proof: Proof;
  column: {
    storage: Storage;
    width: number;
    blank: number;
    codes: { code: string; respondents: number }[];
    /** Of a number the halves of its bits. */
    values: Uint8Array | Uint16Array | Uint32Array;
    /** Of a number: JSON of its picture. */
    histogram?: string | null;
    state: Uint8Array | null;
  } | null;
}

function codedColumn(file: string, { column, title }: DeriveSource): CodedColumn {
  const found = asCountable(cachedColumn(file, column), title);
  if (found.kind === 'coded') return found;
  throw new Fault(
    'unsupported',
    `${title} is a multiple-response question.`,
    'Choose a variable with one answer a respondent.',
    {
      variable: title,
    },
  );
}

/** Computes what a recipe makes, with its proof on the whole data. */
export function deriveInStudy(job: DeriveJob): Derived {
  const { recipe } = job;
  if (recipe.kind === 'regroup') return deriveRegroup(job, recipe);
  if (recipe.kind === 'convert') return deriveConvert(job, recipe);
  return recipe.kind === 'slots' ? deriveSlots(job, recipe) : deriveGather(job, recipe);
}

/** What each respondent has in a column, as a text; null: nothing. */
function textsOf(file: string, { column: id, title }: DeriveSource): (respondent: number) => string | null {
  const column = cachedColumn(file, id);
  if (column.kind === 'coded') return (k) => column.codes[column.values[k]! - 1] ?? null;
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return (k) =>
      Number.isNaN(column.values[k]) ? (column.words[wordAt(low, k) - 1] ?? null) : String(column.values[k]);
  }
  if (column.kind === 'text') {
    const read = cellReader(studyFileAt(file), id);
    return (k) => {
      const [cell] = read(k, k + 1);
      return cell == null ? null : String(cell);
    };
  }
  throw new Fault('unsupported', `${title} is a multiple-response question.`, 'Choose a variable with one answer a respondent.', { variable: title }); // prettier-ignore
}

function deriveConvert({ file, respondents, sources, proofOnly }: DeriveJob, recipe: Convert): Derived {
  const source = sources[0]!;
  const known = cachedColumn(file, source.column);
  // Of numbers, decimals stand with a point however they were read.
  const read: Convert = known.kind === 'number' ? { ...recipe, decimal: '.' } : recipe;
  const result = convert(
    read,
    textsOf(file, source),
    source.codes.filter((code) => code.missing !== null),
    respondents,
  );
  const made = { ...converted(result, source.codes), proof: proveConvert(result), column: null };
  if (proofOnly) return made;
  const { values, wordOf, words } = result;
  const halves = new Uint32Array(values.buffer);
  const times = words.map(() => 0);
  for (let k = 0; k < respondents; k++) {
    if (!Number.isNaN(values[k])) continue;
    // The lower half of a NaN says which word it stands for.
    halves[2 * k] = wordOf[k]!;
    halves[2 * k + 1] = NAN_UPPER;
    if (wordOf[k]! > 0) times[wordOf[k]! - 1]!++;
  }
  const numbers = values.filter((value) => !Number.isNaN(value)).sort();
  return {
    ...made,
    column: {
      storage: 'number',
      width: 1,
      blank: result.blank,
      codes: words.map((code, k) => ({ code, respondents: times[k]! })),
      values: halves,
      state: null,
      histogram: JSON.stringify(histogram(runs(numbers))),
    },
  };
}

/** The upper half of a NaN's bits. */
const NAN_UPPER = 0x7ff80000;

function tally(column: CodedColumn, respondents: number): { blank: number; counts: Map<string, number> } {
  const found = count({ axes: [column], respondents, mask: null, filtered: [], weight: null }).respondents;
  return { blank: found[0] ?? 0, counts: new Map(column.codes.map((code, k) => [code, found[k + 1] ?? 0])) };
}

function deriveRegroup({ file, respondents, sources, proofOnly }: DeriveJob, recipe: Regroup): Derived {
  const source = sources[0]!;
  const column = codedColumn(file, source);
  const codes = codesWithFound(source, column.codes);
  const { blank, counts } = tally(column, respondents);
  const proof = proveRegroup(recipe, codes, counts, blank);
  const made = regroup(recipe, codes);
  const result = { level: made.level, codes: made.codes, proof, column: null };
  if (proofOnly) return result;
  const positions = new Map(made.codes.map(({ code }, k) => [code, k + 1]));
  const lookup = Uint16Array.from([0, ...column.codes.map((code) => positions.get(made.map.get(code) ?? '') ?? 0)]);
  const values = made.codes.length < 256 ? new Uint8Array(respondents) : new Uint16Array(respondents);
  for (let k = 0; k < respondents; k++) values[k] = lookup[column.values[k]!]!;
  const kept: CodedColumn = { kind: 'coded', values, codes: made.codes.map(({ code }) => code) };
  const after = tally(kept, respondents);
  return {
    ...result,
    column: {
      storage: values instanceof Uint8Array ? 'coded8' : 'coded16',
      width: 1,
      blank: after.blank,
      codes: kept.codes.map((code) => ({ code, respondents: after.counts.get(code) ?? 0 })),
      values,
      state: null,
    },
  };
}

/** The columns of sources, each with its codes that are not answers. */
function withMissing({ file, sources }: DeriveJob): GatherSource[] {
  return sources.map((source) => {
    const column = codedColumn(file, source);
    return { column, missing: missingIn(codesWithFound(source, column.codes)) };
  });
}

function setsColumn({ words, state, width, options }: SetsColumn, mentioned: readonly number[]): Derived['column'] {
  return {
    storage: 'sets',
    width,
    blank: state.reduce((sum, one) => sum + (one === 0 ? 1 : 0), 0),
    codes: options.map((code, j) => ({ code, respondents: mentioned[j] ?? 0 })),
    values: words,
    state,
  };
}

function deriveGather(job: DeriveJob, recipe: Gather): Derived {
  const result = gather(recipe, withMissing(job), job.respondents);
  const mentioned = result.options.map(({ ticked }) => ticked);
  const column = job.proofOnly ? null : setsColumn(result.column, mentioned);
  return { ...gathered(recipe), proof: proveGather(recipe, result), column };
}

function deriveSlots(job: DeriveJob, recipe: Slots): Derived {
  const result = slots(recipe, withMissing(job), job.respondents);
  const proof = proveSlots(
    recipe,
    result,
    job.sources.map(({ title }) => title),
  );
  return { ...slotted(recipe), proof, column: job.proofOnly ? null : setsColumn(result.column, result.mentioned) };
}
