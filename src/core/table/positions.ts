import { compareCodes, parseNumber, sortedCodes } from '../codebook/number.js';
import { type Code, isAnswer, MISSING_WORDS, titleOf, type Variable } from '../codebook/types.js';
import type { CountAxis, Slot } from '../count/types.js';
import { NUMBER } from '../count/number-column.js';
import { type Standing, STANDINGS } from '../count/set-state.js';
import { COUNTED } from './sentence.js';
import { type Back, type Category, standingWord, type TableAxis } from './table.js';

/** Where the categories of a variable, or of a nest of variables, stand on the counted axes, row-major. */
export interface Positions {
  axis: TableAxis;
  /** Where each category stands; -1: nowhere, as nobody has it. */
  of: number[];
  /** Positions that hold every respondent of the axis's base once. */
  base: number[];
  /** Positions outside the base, with the reason and the title of the variable. */
  out: { positions: number[]; why: 'missing' | 'blank' | 'off-scale'; reason: string; variable: string; back?: Back }[];
}

/** The codes of a variable with those that only the data has put behind, in the order of display. */
export function codesWithFound(variable: Pick<Variable, 'codes' | 'level'>, dataCodes: readonly string[]): Code[] {
  const listed = new Set(variable.codes.map(({ code }) => code));
  const extra = sortedCodes(dataCodes.filter((code) => !listed.has(code)));
  return [
    ...variable.codes,
    ...extra.map((code): Code => ({ code, label: code, missing: isNumberless(variable, code) ? 'other' : null })),
  ];
}

/** In a number variable, what is not a number is not an answer ("n/a"). */
function isNumberless(variable: Pick<Variable, 'level'>, code: string): boolean {
  return variable.level === 'number' && parseNumber(code) === null;
}

/** Where a state stands on an axis. */
export function slotAt(axis: CountAxis, is: Slot['is']): number {
  return axis.slots.findIndex((slot) => slot.is === is);
}

/** Positions of an axis that hold every respondent once: all of a single one; how each stands to a multiple one. */
export function everyoneOn(axis: CountAxis): number[] {
  // Of first mentions each option holds its own, and "mentioned" all of them again.
  const twice = axis.kind === 'single' ? 'mentioned' : 'code';
  return axis.slots.flatMap(({ is }, position) => (is === twice ? [] : [position]));
}

function missingText({ code, label, missing }: Code): string {
  return label === '' || label === code ? `${MISSING_WORDS[missing ?? 'other']} (${code})` : label;
}

type Out = Positions['out'][number];

const blankOut = (axis: CountAxis, variable: Variable): Out => ({
  positions: [slotAt(axis, 'blank')],
  why: 'blank',
  reason: 'blank',
  variable: titleOf(variable),
});

/** How respondents stand to a question who mention nothing: who is in its base, and who is out of it and why. */
function standingsOn(axis: CountAxis, variable: Variable, counted: readonly Standing[]) {
  const standings = STANDINGS.map((is) => ({ is, position: slotAt(axis, is), inside: counted.includes(is) }));
  return {
    inside: standings.filter(({ inside }) => inside),
    out: standings
      .filter(({ inside }) => !inside)
      .map(({ is, position }): Out => {
        const back = { is: 'counted', standing: is } as const;
        if (is === 'blank') return { ...blankOut(axis, variable), back };
        const reason = standingWord(variable, is).toLowerCase();
        return { positions: [position], why: 'missing', reason, variable: titleOf(variable), back };
      }),
  };
}

/** A question whose options overlap, or of which each respondent has the first mention only. */
function positionsOfQuestion(
  axis: CountAxis,
  variable: Variable,
  used: (position: number) => boolean,
  counted: readonly Standing[],
): Positions {
  const multiple = axis.kind === 'multiple';
  const where = new Map(
    axis.slots.flatMap((slot, position) => (slot.is === 'code' ? [[slot.code, position] as const] : [])),
  );
  const kind = multiple ? 'option' : 'answer';
  const options = codesWithFound(variable, [...where.keys()]).flatMap(({ code, label }) => {
    const position = where.get(code);
    // Of first mentions only what was counted is shown.
    return position === undefined && !multiple ? [] : [{ code, label, kind, position: position ?? -1 } as const];
  });
  const { inside, out } = standingsOn(axis, variable, counted);
  const shown = inside
    .filter(({ position }) => used(position))
    .map(({ is, position }) => ({ code: is, label: standingWord(variable, is), kind: is, position }));
  const lines = [...options, ...shown];
  const mentioning = multiple ? [slotAt(axis, 'mentioned')] : options.map(({ position }) => position);
  return {
    axis: {
      variable,
      categories: lines.map(({ code, label, kind: is }): Category => ({ code, label, kind: is })),
      multiple,
    },
    of: lines.map(({ position }) => position),
    base: [...mentioning, ...inside.map(({ position }) => position)],
    out,
  };
}

/** A variable of which each respondent has one code. */
function positionsOfCodes(axis: CountAxis, variable: Variable): Positions {
  const where = new Map(
    axis.slots.flatMap((slot, position) => (slot.is === 'code' ? [[slot.code, position] as const] : [])),
  );
  const codes = codesWithFound(variable, [...where.keys()]);
  // Numbers stand by value; a code list keeps the analyst's order.
  const ordered = variable.level === 'number' ? [...codes].sort((a, b) => compareCodes(a.code, b.code)) : codes;
  const answers = ordered.filter((code) => isAnswer(code));
  // Only what the codebook lists can be said to be an answer.
  const listed = new Set(variable.codes.map(({ code }) => code));
  const of = answers.map(({ code }) => where.get(code) ?? -1);
  const { offScale = [] } = variable;
  const missing = ordered.flatMap((code): Out[] => {
    const isOff = offScale.includes(code.code);
    const position = where.get(code.code) ?? (isOff ? -1 : undefined);
    if (isAnswer(code) || position === undefined) return [];
    const reason = missingText(code);
    const back = listed.has(code.code)
      ? ({ is: 'answer', variable: variable.id, code: code.code } as const)
      : undefined;
    const why = isOff ? 'off-scale' : 'missing';
    return [{ positions: [position], why, reason, variable: titleOf(variable), ...(back ? { back } : {}) }];
  });
  return {
    axis: {
      variable,
      categories: answers.map(({ code, label }) => ({
        code,
        label,
        kind: 'answer',
        ...(offScale.includes(code) ? { offScale: true } : {}),
      })),
      multiple: false,
    },
    of,
    base: of.filter((position) => position >= 0),
    out: [...missing, blankOut(axis, variable)],
  };
}

/**
 * Where the categories of a variable stand on a counted axis, and who is outside its base.
 * @param used whether anybody is at a position: how respondents stand to a question is a line only where somebody does
 * @param counted who is in the base of a question beside those who mention something
 */
export function positions(
  axis: CountAxis,
  variable: Variable,
  used: (position: number) => boolean,
  counted = COUNTED,
): Positions {
  const isQuestion = axis.kind === 'multiple' || slotAt(axis, 'mentioned') >= 0;
  return isQuestion ? positionsOfQuestion(axis, variable, used, counted) : positionsOfCodes(axis, variable);
}

/** A number that is described: one line for all who have one, and why the others have none. */
export function positionsOfNumber(axis: CountAxis, variable: Variable): Positions {
  const codes = axis.slots.flatMap((slot) => (slot.is === 'code' && slot.code !== NUMBER ? [slot.code] : []));
  const labels = new Map(codesWithFound(variable, codes).map((code) => [code.code, code]));
  const at = axis.slots.findIndex((slot) => slot.is === 'code' && slot.code === NUMBER);
  const missing = codes.map((code): Out => {
    const position = axis.slots.findIndex((slot) => slot.is === 'code' && slot.code === code);
    const reason = missingText(labels.get(code) ?? { code, label: code, missing: 'other' });
    return { positions: [position], why: 'missing', reason, variable: titleOf(variable) };
  });
  const title = titleOf(variable);
  return {
    axis: { variable, categories: [{ code: NUMBER, label: title, kind: 'number' }], multiple: false },
    of: [at],
    base: [at],
    out: [...missing, blankOut(axis, variable)],
  };
}

/** What all are called who have some number across. */
const ANY_NUMBER = 'any number';

/** A number across that has too many values for a group each: all who have one are in one group. */
function positionsAcross(axis: CountAxis, variable: Variable, used: (position: number) => boolean): Positions {
  const isUngrouped = axis.slots.some((slot) => slot.is === 'code' && slot.code === NUMBER);
  if (!isUngrouped || variable.level !== 'number') return positions(axis, variable, used);
  const placed = positionsOfNumber(axis, variable);
  const categories: Category[] = [{ code: NUMBER, label: ANY_NUMBER, kind: 'number' }];
  return { ...placed, axis: { ...placed.axis, categories } };
}

/** All places of an outer axis with all of an inner one, as places of the two together; nowhere stays nowhere. */
const crossed = (outer: readonly number[], inner: readonly number[], width: number): number[] =>
  outer.flatMap((a) => inner.map((b) => (a < 0 || b < 0 ? -1 : a * width + b)));

const stepsOf = ({ path, code, label }: Category, variable: Variable) =>
  path ?? [{ variable: variable.id, code, label }];

/** The places in `shownOrder` of each variable, carried over to the combinations; empty where neither has one. */
function shownOrderOf(outer: Variable, inner: Variable, codes: (a: string, b: string) => string): string[] {
  const order = ({ codes: own, shownOrder = [] }: Variable) => {
    const rest = own.map(({ code }) => code).filter((code) => !shownOrder.includes(code));
    return [...shownOrder, ...rest];
  };
  if ((outer.shownOrder ?? []).length === 0 && (inner.shownOrder ?? []).length === 0) return [];
  return order(outer).flatMap((a) => order(inner).map((b) => codes(a, b)));
}

/** One axis within another: each category of the outer one split by those of the inner one. */
function nested(outer: Positions, inner: Positions, innerAxis: CountAxis): Positions {
  const width = innerAxis.slots.length;
  const of = crossed(outer.of, inner.of, width);
  const [a, b] = [outer.axis.variable, inner.axis.variable];
  const codeOf = (steps: readonly { code: string }[]) => JSON.stringify(steps.map(({ code }) => code));
  const categories = outer.axis.categories.flatMap((above) =>
    inner.axis.categories.map((below): Category => {
      const path = [...stepsOf(above, a), ...stepsOf(below, b)];
      return { code: codeOf(path), label: path.map(({ label }) => label).join(', '), kind: 'answer', path };
    }),
  );
  const isNested = outer.axis.categories[0]?.path !== undefined;
  const codesOf = (above: string, below: string) => {
    const before = isNested ? (JSON.parse(above) as string[]) : [above];
    return JSON.stringify([...before, below]);
  };
  return {
    axis: {
      variable: {
        id: 0,
        name: `${a.name} > ${b.name}`,
        label: `${titleOf(a)} split by ${titleOf(b)}`,
        question: '',
        level: 'unordered',
        codes: categories.map(({ code, label }) => ({ code, label, missing: null })),
        shownOrder: shownOrderOf(a, b, codesOf),
      },
      categories,
      multiple: outer.axis.multiple || inner.axis.multiple,
    },
    of,
    base: crossed(outer.base, inner.base, width),
    out: [
      ...outer.out.map((item) => ({ ...item, positions: crossed(item.positions, everyoneOn(innerAxis), width) })),
      ...inner.out.map((item) => ({ ...item, positions: crossed(outer.base, item.positions, width) })),
    ],
  };
}

/**
 * Where the categories of a nest stand on its axes, the outermost first.
 * @param used whether anybody is at these positions of the axes together
 */
export function positionsOfNest(
  axes: readonly CountAxis[],
  variables: readonly Variable[],
  used: (places: readonly number[]) => boolean,
): Positions | null {
  const everyone = axes.map(everyoneOn);
  const widths = axes.map(({ slots }) => slots.length);
  const all = (from: number, to: number) =>
    everyone.slice(from, to).reduce((places, next, k) => crossed(places, next, widths[from + k] ?? 1), [0]);
  const parts = axes.map((axis, k) => {
    const [before, behind] = [all(0, k), all(k + 1, axes.length)];
    const depth = widths.slice(k + 1).reduce((product, width) => product * width, 1);
    const isUsed = (position: number) => used(crossed(crossed(before, [position], axis.slots.length), behind, depth));
    return positionsAcross(axis, variables[k]!, isUsed);
  });
  const [first, ...others] = parts;
  if (!first) return null;
  return others.reduce((outer, inner, k) => nested(outer, inner, axes[k + 1]!), first);
}
