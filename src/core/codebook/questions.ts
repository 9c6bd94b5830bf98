import type { FoundCode, QuestionGuess } from '../intake/read-in-shape.js';

/** A column as far as it tells whether it belongs to a multiple-response question. */
export interface AskedColumn {
  name: string;
  label: string;
  codes: readonly FoundCode[];
  filled: number;
}

const TICKS_FROM = 3;
const SLOTS_FROM = 2;
const SLOT_CODES_AT_MOST = 200;
const TICKED = ['1', 'yes', 'y', 'true', 't', 'x', 'ticked', 'selected', 'mentioned', 'checked', 'quoted'];
const UNTICKED = ['0', '2', 'no', 'n', 'false', 'f', '-', 'not ticked', 'not selected', 'not mentioned', 'unchecked'];
const NO_ANSWER = new Set(['9', '99', '-1', '-9', '-99', '98', '97', '8']);
/** Words for "none of these". */
const NONE = /(^|[\s_.:-])(none|nothing|no ?one|none of (these|them|the above))([\s_.:-]|$)/i;

/** What the names of columns of one question share, by three ways of naming; null where a name is not made so. */
const STEMS: readonly ((name: string) => string | null)[] = [
  (name) => /^(.+?)[\s_.:-]+[^\s_.:-]+$/.exec(name)?.[1] ?? null,
  (name) => /^(.*\D)\d{1,3}$/.exec(name)?.[1] ?? null,
  (name) => /^(.*\d)[a-z]$/i.exec(name)?.[1] ?? null,
];

/** Whether a name or a label says "none of these". */
export const saysNone = (text: string): boolean => NONE.test(text);

/** The code that means ticked in a yes/no column, or null where it is none. */
export function tickOf(codes: readonly FoundCode[]): string | null {
  const answers = codes.filter(({ code }) => !NO_ANSWER.has(code)).map(({ code }) => code);
  const is = (words: readonly string[]) => (code: string) => words.includes(code.toLowerCase());
  if (answers.length === 1) return answers[0] !== undefined && !is(UNTICKED)(answers[0]) ? answers[0] : null;
  if (answers.length !== 2) return null;
  const ticked = answers.find(is(TICKED));
  const other = answers.find((code) => code !== ticked);
  return ticked !== undefined && other !== undefined && is(UNTICKED)(other) ? ticked : null;
}

/**
 * The codes that mean ticked where a column says yes and no in several ways: "Yes", "yes", "TRUE" and "x" beside "no".
 * A label can say it too. Null where a code is neither.
 */
export function ticksIn(codes: readonly { code: string; label?: string }[]): { ticked: string; also: string[] } | null {
  const says = (words: readonly string[], { code, label = code }: { code: string; label?: string }) => {
    const said = [code, label].map((text) => text.trim().toLowerCase());
    return said[0] === said[1] ? words.includes(said[0] ?? '') : words.includes(said[1] ?? '');
  };
  const answers = codes.filter(({ code }) => !NO_ANSWER.has(code));
  const [first, ...more] = answers.filter((answer) => says(TICKED, answer));
  if (!first || answers.some((answer) => !says(TICKED, answer) && !says(UNTICKED, answer))) {
    const alone = tickOf(answers.map(({ code }) => ({ code, respondents: 1 })));
    return alone === null ? null : { ticked: alone, also: [] };
  }
  return { ticked: first.code, also: more.map(({ code }) => code) };
}

/** The longest run of columns from `from` on whose names share a stem. */
function runFrom(columns: readonly AskedColumn[], from: number, stemOf: (name: string) => string | null) {
  const stem = stemOf(columns[from]?.name ?? '');
  if (stem === null) return null;
  let end = from + 1;
  while (end < columns.length && stemOf(columns[end]?.name ?? '') === stem) end++;
  return { stem, end };
}

/**
 * What texts have in common at their beginning, up to a break between words; and what is left of each.
 * @example liftCommon(['You grow: beans', 'You grow: kale']) // { common: 'You grow', rest: ['beans', 'kale'] }
 */
export function liftCommon(texts: readonly string[]): { common: string; rest: string[] } {
  const [first = '', ...others] = texts;
  let length = first.length;
  for (const text of others) {
    let same = 0;
    while (same < length && text[same] === first[same]) same++;
    length = same;
  }
  const lead = /^.*[:?.)\]|–-]\s*/su.exec(first.slice(0, length))?.[0] ?? '';
  const rest = texts.map((text) => text.slice(lead.length).trim());
  if (texts.length < 2 || rest.some((text) => text === '')) return { common: '', rest: [...texts] };
  return { common: lead.replace(/[\s:|–-]+$/u, ''), rest };
}

function labelsOf(columns: readonly AskedColumn[], stem: string): { label: string; options: string[] } {
  if (columns.every(({ label }) => label.trim() !== '')) {
    const { common, rest } = liftCommon(columns.map(({ label }) => label.trim()));
    return { label: common === '' ? stem : common, options: rest };
  }
  const options = columns.map(({ name, codes }) => {
    // A column that holds the option's own words, or nothing, names it best.
    const [own] = codes;
    if (codes.length === 1 && own && /\p{L}{2}/u.test(own.code) && !TICKED.includes(own.code.toLowerCase()))
      return own.code;
    return name.slice(stem.length).replace(/^[\s_.:-]+/, '') || name;
  });
  return { label: stem, options };
}

function ticksOf(columns: readonly AskedColumn[], stem: string): QuestionGuess | null {
  const columnTicks = columns.map(({ codes }) =>
    tickOf(codes) === null ? ticksIn(codes) : { ticked: tickOf(codes)!, also: [] },
  );
  const ticks = columnTicks.map((item) => item?.ticked ?? null);
  if (columns.length < TICKS_FROM || ticks.some((tick) => tick === null)) return null;
  const { label, options } = labelsOf(columns, stem);
  const all = columns.map(({ name }, k) => ({
    name,
    label: options[k] ?? name,
    ticked: ticks[k] ?? '',
    ...(columnTicks[k] && columnTicks[k].also.length > 0 ? { also: columnTicks[k].also } : {}),
  }));
  const none = all.find(({ name, label: option }) => saysNone(name.slice(stem.length)) || saysNone(option));
  const items = all.filter((candidate) => candidate !== none);
  const codes = [...new Set(items.map(({ ticked }) => ticked))];
  const how = codes.length === 1 ? `each with ${codes[0] ?? ''} for ticked` : 'each with its own word or nothing';
  return {
    is: 'ticks',
    name: stem,
    label,
    columns: items,
    none: none ? { name: none.name, ticked: none.ticked } : null,
    why: `${columns.length} columns whose names begin alike, ${how}.`,
  };
}

/**
 * How often two slots of one respondent hold the same code, and how often they would if slots had nothing to do with
 * each other.
 */
function repeats(cells: readonly (readonly string[])[]) {
  let repeated = 0;
  let pairs = 0;
  const pooled = new Map<string, number>();
  let total = 0;
  for (const row of cells) {
    const filled = row.filter((cell) => cell !== '' && !NO_ANSWER.has(cell));
    for (const cell of filled) pooled.set(cell, (pooled.get(cell) ?? 0) + 1);
    total += filled.length;
    pairs += (filled.length * (filled.length - 1)) / 2;
    filled.forEach((cell, k) => (repeated += filled.indexOf(cell) < k ? 1 : 0));
  }
  const alike = [...pooled.values()].reduce((sum, n) => sum + (n / Math.max(1, total)) ** 2, 0);
  return { repeated, expected: pairs * alike };
}

function slotsOf(
  columns: readonly AskedColumn[],
  stem: string,
  cells: readonly (readonly string[])[],
): QuestionGuess | null {
  if (columns.length < SLOTS_FROM || columns.some(({ filled, codes }) => filled === 0 || codes.length === 0))
    return null;
  const union = new Set(columns.flatMap(({ codes }) => codes.map(({ code }) => code)));
  if (union.size < 3 || union.size > SLOT_CODES_AT_MOST) return null;
  // One list: no slot has most of its codes to itself.
  const first = new Set(columns[0]?.codes.map(({ code }) => code));
  const strange = columns.some(({ codes }) => codes.filter(({ code }) => first.has(code)).length < codes.length / 2);
  if (strange) return null;
  const { repeated, expected } = repeats(cells);
  if (expected < 4 || repeated > expected * 0.2) return null;
  const { label } = labelsOf(columns, stem);
  return {
    is: 'slots',
    name: stem,
    label,
    columns: columns.map(({ name }) => ({ name, label: name, ticked: null })),
    none: null,
    why: `${columns.length} columns over the same ${union.size} codes, of which nobody has one twice.`,
  };
}

/**
 * Finds columns that look like one multiple-response question. They stand side by side and are named alike.
 * @param cells the first respondents' cells, in the order of the columns
 */
export function guessQuestions(
  columns: readonly AskedColumn[],
  cells: readonly (readonly string[])[],
): QuestionGuess[] {
  const guesses: QuestionGuess[] = [];
  const names = new Set(columns.map(({ name }) => name));
  for (let at = 0; at < columns.length;) {
    const byStem = STEMS.map((stemOf) => {
      const run = runFrom(columns, at, stemOf);
      if (!run) return null;
      const part = columns.slice(at, run.end);
      const question =
        ticksOf(part, run.stem) ??
        slotsOf(
          part,
          run.stem,
          cells.map((row) => row.slice(at, run.end)),
        );
      return question && { question, end: run.end };
    }).find((candidate) => candidate !== null);
    if (byStem) {
      const name = names.has(byStem.question.name) ? `${byStem.question.name}_any` : byStem.question.name;
      guesses.push({ ...byStem.question, name });
    }
    at = byStem ? byStem.end : at + 1;
  }
  return guesses;
}
