import { plural } from '../../words.js';
import { outlierCodes, noFacts, takeNumber } from '../../codebook/facts.js';
import { parseNumber } from '../../codebook/number.js';
import type { Weighted } from '../../codebook/summary.js';
import { type Code, MISSING_WORDS } from '../../codebook/types.js';
import { whole } from '../../figures.js';
import { bandFinder, outcomeOf, type NumberOutcome, mismatchesOf } from './compute.js';
import { figure } from './edges.js';
import type { ValueTally } from '../numbers.js';
import type { Band } from './shape.js';
import { type Finding, type Proof, type ProofRow } from '../proof-shape.js';

const total = (values: Weighted) => values.reduce((sum, [, respondents]) => sum + respondents, 0);
const span = (from: number, to: number) => (from === to ? figure(from) : `${figure(from)} to ${figure(to)}`);

/** Neighbouring values with the same outcome, from the lowest to the highest of them. */
interface Run {
  from: number;
  to: number;
  outcome: NumberOutcome;
  respondents: number;
}

function isSame(a: NumberOutcome, b: NumberOutcome): boolean {
  if (a.is === 'band') return b.is === 'band' && a.at === b.at;
  return a.is === 'missing' ? b.is === 'missing' && a.code === b.code : b.is === 'outside';
}

function runsOf(numbers: Weighted, outcome: (value: number) => NumberOutcome): Run[] {
  const runs: Run[] = [];
  for (const [value, respondents] of numbers) {
    const now = outcome(value);
    const last = runs.at(-1);
    if (last && isSame(last.outcome, now)) {
      last.to = value;
      last.respondents += respondents;
    } else runs.push({ from: value, to: value, outcome: now, respondents });
  }
  return runs;
}

/** More lines than this are no table to read. */
const MOST_ROWS = 400;

/**
 * Old against new for bands: how the line of values was cut, and what fell between.
 * @param codes of the variable, also those that only the data has
 * @param tally the variable's values with their respondents
 */
export function proveBand(recipe: Band, codes: readonly Code[], tally: ValueTally): Proof {
  const outcome = outcomeOf(recipe, codes);
  const find = bandFinder(recipe);
  const labels = new Map(codes.map(({ code, label }) => [code, label]));
  const reasons = new Map(codes.flatMap(({ code, missing }) => (missing === null ? [] : [[code, missing] as const])));
  const runs = runsOf(tally.numbers, outcome);
  const numbers = total(tally.numbers);
  const wordsOut = [...tally.words].filter(([word, count]) => count > 0 && !reasons.has(word));
  const wordsMissing = [...tally.words].filter(([word, count]) => count > 0 && reasons.has(word));
  const times = (some: readonly (readonly [string, number])[]) => some.reduce((sum, [, count]) => sum + count, 0);
  const sum = (is: NumberOutcome['is']) =>
    runs.reduce((all, run) => all + (run.outcome.is === is ? run.respondents : 0), 0);
  const outsideRuns = runs.filter((run) => run.outcome.is === 'outside');
  const outside = sum('outside') + times(wordsOut);
  const inBands = sum('band');
  const missing = sum('missing') + times(wordsMissing);
  const inBand = recipe.bands.map((_, at) =>
    runs.reduce((all, run) => all + (run.outcome.is === 'band' && run.outcome.at === at ? run.respondents : 0), 0),
  );
  const answers = inBands + outside;

  const mismatches = mismatchesOf(recipe);
  const overlaps = mismatches.filter(({ is }) => is === 'overlap');
  const nameOf = (at: number | null) => recipe.bands[at ?? -1]?.label ?? '';
  const reached = codes.flatMap(({ code, missing: why }) => {
    const number = parseNumber(code);
    if (why === null || number === null) return [];
    const at = find(number);
    const respondents = tally.numbers.find(([value]) => value === number)?.[1] ?? 0;
    return at < 0 ? [] : [{ code, why, at, respondents, taken: recipe.taken.includes(code) }];
  });
  const taken = reached.filter((candidate) => candidate.taken);
  const spared = reached.filter((candidate) => !candidate.taken);
  // A band of single values that names a missing code is meant, and is empty all the same.
  const named = spared.filter(({ at }) => recipe.bands[at]?.is === 'values');
  const facts = noFacts();
  const declared = new Set(codes.flatMap(({ code, missing: why }) => (why === null ? [] : (parseNumber(code) ?? []))));
  for (const [value, respondents] of tally.numbers) if (!declared.has(value)) takeNumber(facts, value, respondents);
  facts.filled = facts.numbers;
  const suspects = outlierCodes(facts).filter(
    ({ code }) =>
      find(Number(code)) >= 0 &&
      !recipe.bands.some((band) => band.is === 'values' && band.values.includes(Number(code))),
  );
  const empty = recipe.bands.filter((_, at) => inBand[at] === 0);

  const people = (respondents: number) => plural(respondents, 'respondent');
  const leftSaid = [
    ...outsideRuns.slice(0, 4).map((run) => `${span(run.from, run.to)} (${people(run.respondents)})`),
    ...wordsOut.slice(0, 3).map(([word, count]) => `“${word}” (${people(count)})`),
  ];
  const overlapsSaid = overlaps.map(({ from, to, between: [a, b] }) => {
    const where = from === null || to === null ? 'the end of the line' : span(from, to);
    return `${nameOf(a)} and ${nameOf(b)} both have ${where}`;
  });
  const sparedSaid = spared.map(
    ({ code, why, at, respondents }) =>
      `${nameOf(at)} reaches over ${code} (${MISSING_WORDS[why]}, ${people(respondents)})`,
  );
  const namedSaid = named.map(({ code, at }) => `“${nameOf(at)}” names ${code}, and nobody is in it for that`);
  const takenSaid = taken.map(
    ({ code, why, at, respondents }) =>
      `${code} (${MISSING_WORDS[why]}) counts in ${nameOf(at)}, for ${people(respondents)}`,
  );
  const suspectsSaid = suspects.map(
    ({ code, respondents }) => `${code} (${people(respondents)}, in ${nameOf(find(Number(code)))})`,
  );

  const findings: Finding[] = [
    {
      id: 'covered',
      holds: outside === 0,
      title: 'Covered',
      text:
        outside === 0
          ? `All ${plural(answers, 'answer')} are in a band.`
          : `${whole(inBands)} of ${plural(answers, 'answer')} are in a band.`,
      codes: [],
    },
    {
      id: outsideRuns.length > 0 ? 'gap' : 'left-over',
      holds: outside === 0,
      title: 'Left over',
      text:
        outside === 0
          ? 'None.'
          : `In no band: ${leftSaid.join(', ')}${outsideRuns.length > 4 ? ', …' : ''}. Widen a band, or add one.`,
      codes: outsideRuns.map((run) => figure(run.from)),
    },
    {
      id: 'overlap',
      holds: overlaps.length === 0,
      title: 'Doubled',
      text: overlaps.length === 0 ? 'No value is in two bands.' : `${overlapsSaid.join('; ')}; the first takes it.`,
      codes: [],
    },
    {
      id: 'reaches',
      holds: named.length === 0,
      title: 'Missing codes',
      text:
        spared.length === 0
          ? 'No band reaches over one.'
          : `${sparedSaid.join('; ')}; ${spared.length === 1 ? 'it stays' : 'they stay'} without an answer.` +
            (named.length > 0
              ? ` ${namedSaid.join('; ')}: take ${named.map(({ code }) => code).join(', ')} in as ` +
                `${named.length === 1 ? 'a number' : 'numbers'}, or take the band out.`
              : ''),
      codes: spared.map(({ code }) => code),
    },
    ...(taken.length > 0
      ? [
          {
            id: 'revived' as const,
            holds: true,
            title: 'Revived',
            text: `${takenSaid.join('; ')}: put in on purpose.`,
            codes: taken.map(({ code }) => code),
          },
        ]
      : []),
    ...(suspects.length > 0
      ? [
          {
            id: 'suspect' as const,
            holds: false,
            title: 'Far from the rest',
            text:
              `${suspectsSaid.join(', ')}: ` +
              `if ${suspects.length === 1 ? 'it means' : 'they mean'} no answer, declare ` +
              `${suspects.length === 1 ? 'it' : 'them'} missing in the codebook.`,
            codes: suspects.map(({ code }) => code),
          },
        ]
      : []),
    ...(empty.length > 0
      ? [
          {
            id: 'empty' as const,
            holds: true,
            title: 'Empty',
            text: `Nobody is in ${empty.map(({ label }) => label).join(', ')}.`,
            codes: empty.map(({ code }) => code),
          },
        ]
      : []),
    {
      id: 'reconciled',
      holds: inBands + missing + outside === numbers + times([...tally.words]),
      title: 'Reconciled',
      text:
        `${whole(answers)} answers before, ${whole(inBands)} in ` +
        `bands${outside > 0 ? `, ${whole(outside)} in none` : ''}; ${whole(missing + tally.blank)} without ` +
        `before, ${whole(missing + tally.blank + outside)} after.`,
      codes: [],
    },
  ];

  const columns = [
    ...recipe.bands.map(({ code, label }, at) => ({ code, label, missing: false, respondents: inBand[at]! })),
    { code: '', label: 'No answer', missing: true, respondents: missing + outside + tally.blank },
  ];
  const rowOf = (
    code: string,
    label: string,
    isMissing: boolean,
    respondents: number,
    at: number | null,
  ): ProofRow => ({
    code,
    label,
    missing: isMissing,
    respondents,
    went: columns.map((_, k) => (k === (at ?? columns.length - 1) ? respondents : 0)),
  });
  const lines = runs.length > MOST_ROWS ? merged(runs) : runs;
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns,
    rows: [
      ...lines.map(({ from, to, outcome: now, respondents }) =>
        now.is === 'missing'
          ? rowOf(now.code, labels.get(now.code) ?? now.code, true, respondents, null)
          : rowOf('', span(from, to), false, respondents, now.is === 'band' ? now.at : null),
      ),
      ...[...tally.words]
        .filter(([, count]) => count > 0)
        .map(([word, count]) => rowOf(word, labels.get(word) ?? word, reasons.has(word), count, null)),
      rowOf('', 'Blank', true, tally.blank, null),
    ],
    respondents: numbers + times([...tally.words]) + tally.blank,
  };
}

/** One line for each outcome, where values of different outcomes alternate too often to be listed. */
function merged(runs: readonly Run[]): Run[] {
  const byOutcome = new Map<string, Run>();
  for (const run of runs) {
    const key = JSON.stringify(run.outcome);
    const line = byOutcome.get(key);
    if (line) {
      line.to = run.to;
      line.respondents += run.respondents;
    } else byOutcome.set(key, { ...run });
  }
  return [...byOutcome.values()];
}
