import { parseNumber } from '../codebook/number.js';
import type { Code, MissingReason } from '../codebook/types.js';
import { type Column, hasAnswered, lowBits, wordAt } from '../count/column.js';
import { whole } from '../figures.js';
import type {
  Band,
  Combine,
  Finding,
  Flags,
  Gather,
  Interlock,
  Recipe,
  Regroup,
  Settle,
  Slots,
  ToCategories,
} from './types.js';

/** What one respondent has in a variable, as it would be read aloud. */
type Said =
  | { is: 'answer'; labels: readonly string[] }
  | { is: 'missing'; reason: MissingReason }
  /** Of a question: mentioned these, or answered and mentioned none. */
  | { is: 'mentions'; labels: ReadonlySet<string> }
  | { is: 'nothing' };

/** A variable with its column: a source of a working, or its result. */
export interface Held {
  column: Column;
  /** Every code of the variable, also those that only the data has. */
  codes: readonly Code[];
}

/** A value as it stands in the data: a code or a number's text; of a question the options mentioned. */
type Raw = string | readonly string[] | null;

/** Reads a column value by value, as text. */
function reader({ column }: Held): (k: number) => Raw {
  if (column.kind === 'coded') return (k) => column.codes[(column.values[k] ?? 0) - 1] ?? null;
  if (column.kind === 'text') return (k) => column.values[k] ?? null;
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return (k) => {
      const value = column.values[k] ?? NaN;
      return Number.isNaN(value) ? (column.words[wordAt(low, k) - 1] ?? null) : String(value);
    };
  }
  const { words, width, state, options } = column;
  return (k) => {
    if (!hasAnswered(state[k] ?? 0)) return null;
    return options.filter((_, j) => (((words[k * width + (j >> 5)] ?? 0) >>> (j & 31)) & 1) === 1);
  };
}

const NOTHING: Said = { is: 'nothing' };
const answerOf = (...labels: string[]): Said => ({ is: 'answer', labels });
const missing = (reason: MissingReason): Said => ({ is: 'missing', reason });
const nameOf = (codes: readonly Code[], code: string) => codes.find((one) => one.code === code)?.label || code;
const reasonOf = (codes: readonly Code[], code: string) => codes.find((one) => one.code === code)?.missing ?? null;

/** A label as it is, or told apart from another one by its code. */
const ownLabels = (codes: readonly Code[], code: string) => [nameOf(codes, code), `${nameOf(codes, code)} (${code})`];

/** What the group is called into which everything else goes. */
const restLabels = (groups: Regroup['groups'], unnamed: Regroup['unnamed']): string[] =>
  groups.filter(({ code }) => typeof unnamed === 'object' && code === unnamed.group).map(({ label }) => label.trim());

function afterRegroup(
  { groups, setAside, unnamed, missing: rule, blank }: Regroup,
  codes: readonly Code[],
  raw: Raw,
): Said {
  if (raw !== null && typeof raw !== 'string') {
    const named = new Set(groups.flatMap(({ from }) => from));
    const nets = groups.filter(({ from }) =>
      from.some((code) => raw.includes(code) && groups.find((one) => one.from.includes(code))?.from === from),
    );
    const apart = (code: string) =>
      groups.some(({ label }) => label.trim().toLowerCase() === nameOf(codes, code).trim().toLowerCase())
        ? `${nameOf(codes, code)} (${code})`
        : nameOf(codes, code);
    const others = raw.filter((code) => !named.has(code) && !setAside.includes(code));
    const own = unnamed === 'own' ? others.map(apart) : [];
    const rest = others.some((code) => reasonOf(codes, code) === null) ? restLabels(groups, unnamed) : [];
    return { is: 'mentions', labels: new Set([...nets.map(({ label }) => label.trim()), ...own, ...rest]) };
  }
  if (typeof raw !== 'string') {
    if (!blank) return NOTHING;
    return 'missing' in blank
      ? missing(blank.missing)
      : answerOf(groups.find(({ code }) => code === blank.group)?.label.trim() ?? '');
  }
  const group = groups.find(({ from }) => from.includes(raw));
  if (group) return answerOf(group.label.trim());
  const reason = reasonOf(codes, raw);
  if (reason !== null) return rule === 'blank' ? NOTHING : missing(rule === 'one' ? 'other' : reason);
  if (!setAside.includes(raw) && unnamed === 'own') return answerOf(...ownLabels(codes, raw));
  if (!setAside.includes(raw) && typeof unnamed === 'object') return answerOf(...restLabels(groups, unnamed));
  return missing('other');
}

function afterBand({ bands, ends, taken }: Band, codes: readonly Code[], raw: Raw): Said {
  if (typeof raw !== 'string') return NOTHING;
  const number = parseNumber(raw);
  const declared = codes.find(
    (one) =>
      one.missing !== null &&
      !taken.includes(one.code) &&
      (one.code === raw || (number !== null && parseNumber(one.code) === number)),
  );
  if (declared?.missing) return missing(declared.missing);
  if (number === null) return missing('other');
  const single = bands.find((band) => band.is === 'values' && band.values.includes(number));
  const inside = (from: number | null, to: number | null) =>
    (from === null || number > from || (number === from && ends !== 'upper')) &&
    (to === null || number < to || (number === to && ends !== 'lower'));
  const band = single ?? bands.find((one) => one.is === 'range' && inside(one.from, one.to));
  return band ? answerOf(band.label.trim()) : missing('other');
}

function afterFlags({ codes: wanted, yes, no }: Flags, codes: readonly Code[], raw: Raw): Said {
  if (Array.isArray(raw))
    return answerOf((raw as string[]).some((code) => wanted.includes(code)) ? yes.trim() : no.trim());
  if (typeof raw !== 'string') return NOTHING;
  const reason = reasonOf(codes, raw);
  return reason !== null ? missing(reason) : answerOf(wanted.includes(raw) ? yes.trim() : no.trim());
}

function afterInterlock({ between }: Interlock, sources: readonly Held[], raws: readonly Raw[]): Said {
  if (raws.every((raw) => raw === null)) return NOTHING;
  const parts = raws.map((raw, s): Said => {
    if (raw === null) return missing('other');
    const codes = sources[s]?.codes ?? [];
    if (typeof raw !== 'string') return { is: 'mentions', labels: new Set(raw.map((code) => nameOf(codes, code))) };
    return reasonOf(codes, raw) !== null ? missing('other') : answerOf(nameOf(codes, raw));
  });
  const question = parts.some(({ is }) => is === 'mentions') || sources.some(({ column }) => column.kind === 'sets');
  if (parts.some(({ is }) => is === 'missing')) return question ? NOTHING : missing('other');
  const words = parts.map((part) =>
    part.is === 'answer' ? [part.labels[0] ?? ''] : part.is === 'mentions' ? [...part.labels] : [],
  );
  const all = words.reduce<string[]>(
    (some, part, s) => (s === 0 ? part : some.flatMap((one) => part.map((word) => `${one}${between}${word}`))),
    [],
  );
  return question ? { is: 'mentions', labels: new Set(all) } : answerOf(all[0] ?? '');
}

function afterCategories({ exceptions, alike }: ToCategories, codes: readonly Code[], raw: Raw): Said {
  if (typeof raw !== 'string') return NOTHING;
  const decided = exceptions.find(({ text }) => text === raw);
  if (decided?.is === 'missing') return missing(decided.missing);
  const reason = decided ? null : reasonOf(codes, raw);
  if (reason !== null) return missing(reason);
  const label = decided?.is === 'as' ? decided.as.trim() : nameOf(codes, raw).trim();
  const spelled = alike ? label.replace(/\s+/gu, ' ').toLocaleLowerCase('en') : label;
  return answerOf(spelled, 'Other', 'All other');
}

/** Codes of one respondent in a source, without those that are no answers; null where there is no answer at all. */
function answersIn({ codes }: Held, raw: Raw): readonly string[] | null {
  if (raw === null) return null;
  if (typeof raw !== 'string') return raw;
  return reasonOf(codes, raw) === null ? [raw] : null;
}

function afterCombine({ how, atLeast, options, base }: Combine, sources: readonly Held[], raws: readonly Raw[]): Said {
  const said = raws.map((raw, s) => (sources[s] ? answersIn(sources[s], raw) : null));
  const answered = said.filter((codes) => codes !== null);
  if (answered.length === 0 || (base === 'all' && answered.length < sources.length)) return NOTHING;
  const isIn = (code: string) => {
    const times = said.filter((codes) => codes?.includes(code)).length;
    if (how === 'first-only') return said[0]?.includes(code) === true && times === 1;
    return times >= (how === 'all' ? sources.length : how === 'at-least' ? atLeast : 1);
  };
  return { is: 'mentions', labels: new Set(options.filter(({ code }) => isIn(code)).map(({ label }) => label.trim())) };
}

/** What is left of a respondent's mentions where one of them excludes the others; null: no answer. */
function settled(
  mentions: readonly string[],
  excluding: ReadonlySet<string>,
  none: boolean,
  rule: Settle,
): readonly string[] | null {
  const exclusive = mentions.filter((label) => excluding.has(label));
  const others = mentions.filter((label) => !excluding.has(label));
  const loud = exclusive.length + (none ? 1 : 0);
  if (mentions.length === 0 || loud === 0 || (loud === 1 && others.length === 0)) return mentions;
  if (rule === 'aside') return null;
  if (rule === 'option' && others.length > 0) return others;
  return rule === 'exclusive' && none ? [] : exclusive.slice(0, 1);
}

const mentionsOrNothing = (labels: readonly string[] | null): Said =>
  labels === null ? NOTHING : { is: 'mentions', labels: new Set(labels) };

function afterGather({ items, none, settle = 'option' }: Gather, sources: readonly Held[], raws: readonly Raw[]): Said {
  const all = [...items, ...(none ? [none] : [])];
  const isTicked = (k: number) => {
    const [item, raw] = [all[k], raws[k]];
    return typeof raw === 'string' && item !== undefined && [item.ticked, ...(item.also ?? [])].includes(raw);
  };
  const isAnswered = (k: number) =>
    isTicked(k) || (sources[k] !== undefined && answersIn(sources[k], raws[k] ?? null) !== null);
  if (!all.some((_, k) => isAnswered(k))) return NOTHING;
  const excluding = new Set(items.filter(({ exclusive }) => exclusive).map(({ label }) => label.trim()));
  const ticked = items.filter((_, k) => isTicked(k)).map(({ label }) => label.trim());
  return mentionsOrNothing(settled(ticked, excluding, none !== null && isTicked(items.length), settle));
}

function afterSlots(
  { options, none, exclusive = [], settle = 'option' }: Slots,
  sources: readonly Held[],
  raws: readonly Raw[],
): Said {
  const isListed = (raw: Raw) => typeof raw === 'string' && (raw === none || options.some(({ code }) => code === raw));
  const isAnswered = raws.some(
    (raw, s) => isListed(raw) || (sources[s] !== undefined && answersIn(sources[s], raw) !== null),
  );
  if (!isAnswered) return NOTHING;
  const labels = (codes: readonly string[]) =>
    options.filter(({ code }) => codes.includes(code)).map(({ label }) => label.trim());
  const said = labels(raws.filter((raw) => typeof raw === 'string'));
  return mentionsOrNothing(settled(said, new Set(labels(exclusive)), none !== null && raws.includes(none), settle));
}

/**
 * What a recipe makes of one respondent's values, worked out from its words alone; null for a kind that has another
 * check.
 */
function expected(recipe: Recipe, sources: readonly Held[], raws: readonly Raw[]): Said | null {
  const [raw = null] = raws;
  const codes = sources[0]?.codes ?? [];
  // Who has no answer to a question has none after it.
  const isQuestion = sources[0]?.column.kind === 'sets';
  if ((recipe.kind === 'regroup' || recipe.kind === 'flags') && isQuestion && raw === null) return NOTHING;
  if (recipe.kind === 'regroup') return afterRegroup(recipe, codes, raw);
  if (recipe.kind === 'band') return afterBand(recipe, codes, raw);
  if (recipe.kind === 'flags') return afterFlags(recipe, codes, raw);
  if (recipe.kind === 'interlock') return afterInterlock(recipe, sources, raws);
  if (recipe.kind === 'combine') return afterCombine(recipe, sources, raws);
  if (recipe.kind === 'gather') return afterGather(recipe, sources, raws);
  if (recipe.kind === 'slots') return afterSlots(recipe, sources, raws);
  if (recipe.kind === 'convert' && recipe.to === 'categories') return afterCategories(recipe, codes, raw);
  return null;
}

/** What a result says of one respondent. */
function resultOf({ codes, column }: Held, raw: Raw): Said {
  if (raw === null) return NOTHING;
  if (typeof raw !== 'string') return { is: 'mentions', labels: new Set(raw.map((code) => nameOf(codes, code))) };
  const reason = reasonOf(codes, raw);
  return reason !== null && column.kind !== 'sets' ? missing(reason) : answerOf(nameOf(codes, raw));
}

function isSame(wanted: Said, found: Said, alike: boolean): boolean {
  if (wanted.is === 'answer' && found.is === 'answer') {
    const label = alike ? (found.labels[0] ?? '').replace(/\s+/gu, ' ').toLocaleLowerCase('en') : found.labels[0];
    return wanted.labels.some((one) => one === label || (alike && one.toLocaleLowerCase('en') === label));
  }
  if (wanted.is === 'missing') return found.is === 'missing' && found.reason === wanted.reason;
  if (wanted.is === 'mentions' && found.is === 'mentions')
    return wanted.labels.size === found.labels.size && [...wanted.labels].every((label) => found.labels.has(label));
  return wanted.is === found.is;
}

/** Which value a respondent has, as a whole number below `size`, or as any number where there are too many to count. */
interface Keyed {
  size: number | null;
  of: (k: number) => number;
}

/** Words of a number column as numbers that no answer is. */
const WORD = -1e300;

function keyed({ column }: Held): Keyed | null {
  if (column.kind === 'coded') return { size: column.codes.length + 1, of: (k) => column.values[k] ?? 0 };
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return {
      size: null,
      of: (k) => (Number.isNaN(column.values[k]) ? WORD * (1 + wordAt(low, k)) : (column.values[k] ?? 0)),
    };
  }
  if (column.kind === 'text' || column.width > 1) return null;
  return { size: null, of: (k) => (column.words[k] ?? 0) + (hasAnswered(column.state[k] ?? 0) ? 0x100000000 : 0) };
}

/** Verdicts on combinations of values that were looked at already. */
interface Memory {
  at: (k: number, look: () => boolean) => boolean;
}

/** Up to this many combinations are held in one array. */
const MOST_IN_ARRAY = 4_000_000;

/** Remembers verdicts by small whole numbers in one array, else in maps within maps; null where values have no key. */
function memory(all: readonly Held[]): Memory | null {
  const keys = all.map(keyed);
  if (keys.some((key) => key === null)) return null;
  const known = keys.filter((key) => key !== null);
  const size = known.reduce((product, key) => product * (key.size ?? Infinity), 1);
  if (size <= MOST_IN_ARRAY) {
    const verdicts = new Uint8Array(size);
    return {
      at: (k, look) => {
        let place = 0;
        for (const key of known) place = place * (key.size ?? 1) + key.of(k);
        let verdict = verdicts[place] ?? 0;
        if (verdict === 0) verdicts[place] = verdict = look() ? 1 : 2;
        return verdict === 1;
      },
    };
  }
  interface Node {
    next: Map<number, Node>;
    verdict: boolean | null;
  }
  const root: Node = { next: new Map(), verdict: null };
  return {
    at: (k, look) => {
      let node = root;
      for (const key of known) {
        const value = key.of(k);
        let next = node.next.get(value);
        if (!next) node.next.set(value, (next = { next: new Map(), verdict: null }));
        node = next;
      }
      return (node.verdict ??= look());
    },
  };
}

/** Respondents that are looked at where each has to be looked at by itself; evenly over all of them. */
const MOST_ALONE = 20_000;
const LISTED = 4;

const sayRaw = (raw: Raw) => (raw === null ? 'blank' : String(raw));

/**
 * Works the result of a recipe out again, respondent by respondent, from the recipe's words and the labels of source
 * and result, and compares it with what was made. No part of it is shared with what made the result, and codes play no
 * part: two categories that were given one code are told apart by their labels.
 * @returns null for a kind of recipe that is checked otherwise
 */
export function recheck(recipe: Recipe, sources: readonly Held[], result: Held, respondents: number): Finding | null {
  const readers = sources.map(reader);
  const readResult = reader(result);
  const alike = recipe.kind === 'convert' && recipe.to === 'categories' && recipe.alike;
  if (
    expected(
      recipe,
      sources,
      sources.map(() => null),
    ) === null
  )
    return null;
  const look = (k: number): boolean => {
    const wanted = expected(
      recipe,
      sources,
      readers.map((read) => read(k)),
    );
    return wanted !== null && isSame(wanted, resultOf(result, readResult(k)), alike);
  };
  const known = memory([...sources, result]);
  const step = known ? 1 : Math.max(1, Math.ceil(respondents / MOST_ALONE));
  const wrong = new Set<string>();
  let looked = 0;
  let differ = 0;
  for (let k = 0; k < respondents; k += step) {
    looked++;
    if (known ? known.at(k, () => look(k)) : look(k)) continue;
    differ++;
    if (wrong.size < LISTED)
      wrong.add(`${readers.map((read) => sayRaw(read(k))).join(', ')} became ${sayRaw(readResult(k))}`);
  }
  const all = step === 1 ? `all ${whole(respondents)}` : `${whole(looked)} of ${whole(respondents)}, evenly chosen,`;
  return {
    id: 'recomputed',
    holds: differ === 0,
    title: 'Worked out again',
    text:
      differ === 0
        ? `From the recipe's words, respondent by respondent: ${all} are where it says.`
        : `${whole(differ)} of ${whole(looked)} respondents are not where the recipe says: ${[...wrong].join('; ')}.`,
    codes: [],
  };
}
