import { detached } from './detached.js';
import { parseNumber } from './number.js';
import { type DecimalSign, readNumber } from './read-number.js';

/**
 * How the numbers of a column are read: by a decimal sign, with thousands set apart by any other; or only where they
 * are plain, "1204.5", and all else as it stands.
 */
export type NumberReading = DecimalSign | 'plain';

/** Digits with signs between them, and nothing around them. */
const BARE = /^[+\-−]?\d[\d.,'’\s]*$/u;
/** The same with a currency or a percent sign around it. */
const DRESSED = /^[\s\p{Sc}%+\-−]*\d[\d.,'’\s]*[\s\p{Sc}%]*$/u;
/** A longer text is no number, and is not looked at for one. */
const LONGEST = 40;
const LEADING_ZERO = /^[+\-−]?0\d/;

/**
 * The number that a cell of a file spells. Leading zeros mark an identifier, as in `parseNumber`.
 * @param asked whether the analyst asked for numbers here: then signs of currency and percent may stand around them
 * @param plain what `parseNumber` makes of the cell, where that is known
 * @example fileNumber('25.245', ',') // 25245
 */
export function fileNumber(
  text: string,
  reading: NumberReading,
  asked = false,
  plain = parseNumber(text),
): number | null {
  if (plain !== null && (reading !== ',' || !text.includes('.'))) return plain;
  if (reading === 'plain' || text.length > LONGEST) return null;
  if (!(asked ? DRESSED : BARE).test(text) || LEADING_ZERO.test(text)) return null;
  const number = readNumber(text, reading);
  return number !== null && Number.isInteger(number) && Math.abs(number) > Number.MAX_SAFE_INTEGER ? null : number;
}

/** What the way a cell is written says of the decimal sign. */
type Sign = 'point' | 'comma' | 'pair' | 'list' | 'either';

const POINT_GROUPS = /^[1-9]\d{0,2}(\.\d{3})+$/;
const COMMA_GROUPS = /^[1-9]\d{0,2}(,\d{3})+$/;
const SPACED = /(?<=\d)['’\s](?=\d{3}(\D|$))/gu;

/**
 * What one cell shows: "1.5" and "1,204,500" that a point stands before fractions, "0,8177" and "1.204,5" that a comma
 * does; "1,5" may be a pair of codes too, and "2,5,7" is a list of them; "25.245" and "19,842" can be read both ways.
 * Null: nothing.
 */
function signOf(cell: string): Sign | null {
  const text = cell
    .trim()
    .replace(/^[+\-−]/u, '')
    .replace(SPACED, '');
  const hasPoint = text.includes('.');
  const hasComma = text.includes(',');
  if (hasPoint && hasComma) {
    if (/^[1-9]\d{0,2}(,\d{3})+\.\d+$/.test(text)) return 'point';
    return /^[1-9]\d{0,2}(\.\d{3})+,\d+$/.test(text) ? 'comma' : null;
  }
  if (hasPoint) {
    if (POINT_GROUPS.test(text)) return text.indexOf('.') === text.lastIndexOf('.') ? 'either' : 'comma';
    return /^\d*\.\d+$/.test(text) ? 'point' : null;
  }
  if (!hasComma) return null;
  if (COMMA_GROUPS.test(text)) return text.indexOf(',') === text.lastIndexOf(',') ? 'either' : 'point';
  if (/^\d{1,2},\d{1,2}$/.test(text)) return 'pair';
  if (/^\d*,\d+$/.test(text)) return 'comma';
  return /^\d+(,\d+)+$/.test(text) ? 'list' : null;
}

/** Respondents by what the cells of a column show for them. */
export interface NumberSigns extends Record<Sign, number> {
  /** Of cells that are no plain numbers: respondents whose cell spells one by each decimal sign, dressed or not. */
  readable: Record<DecimalSign, number>;
  /** A cell to show: one that can be read both ways before others. */
  example: string | null;
  isEither: boolean;
}

export const noSigns = (): NumberSigns => ({
  point: 0,
  comma: 0,
  pair: 0,
  list: 0,
  either: 0,
  readable: { '.': 0, ',': 0 },
  example: null,
  isEither: false,
});

/** Takes a cell into what a column shows. @param plain what `parseNumber` makes of it; whole numbers show nothing */
export function takeSigns(signs: NumberSigns, cell: string, respondents: number, plain = parseNumber(cell)): void {
  if (plain !== null) {
    if (!cell.includes('.')) return;
    const isEither = cell.at(-4) === '.' && signOf(cell) === 'either';
    signs[isEither ? 'either' : 'point'] += respondents;
    if (isEither && !signs.isEither) {
      signs.example = detached(cell);
      signs.isEither = true;
    }
    return;
  }
  if (cell.length > LONGEST || !DRESSED.test(cell) || LEADING_ZERO.test(cell)) return;
  const sign = signOf(cell);
  if (sign !== null) signs[sign] += respondents;
  const readings = (['.', ','] as const).filter((decimal) => readNumber(cell, decimal) !== null);
  for (const decimal of readings) signs.readable[decimal] += respondents;
  // A cell that no reading makes a number shows nobody how numbers are read.
  if (readings.length > 0 && (signs.example === null || (sign === 'either' && !signs.isEither))) {
    signs.example = detached(cell);
    signs.isEither = sign === 'either';
  }
}

/** How many values of a column certainly have a decimal comma; "1,2" counts only where it cannot be a list of codes. */
const commas = ({ comma, pair, list }: NumberSigns, pairsCount: boolean) =>
  list > 0 ? 0 : comma + (pairsCount ? pair : 0);

/** The decimal sign that a column shows by itself; null: none, or both. */
export function columnSign(signs: NumberSigns, pairsCount: boolean): DecimalSign | null {
  const comma = commas(signs, pairsCount);
  if (signs.point > 0) return comma > 0 ? null : '.';
  return comma > 0 ? ',' : null;
}

/** What a file shows of its numbers. */
export interface FileSigns {
  /** The decimal sign of every column that shows one; null: no column does, or some show one and some the other. */
  decimal: DecimalSign | null;
  /** Whether "1,5" is a number here, and not two codes. */
  pairsCount: boolean;
}

/**
 * Decides for a whole file, from all its columns.
 * @param betweenCommas whether commas stand between its cells too
 */
export function fileSigns(columns: readonly NumberSigns[], betweenCommas: boolean): FileSigns {
  const pairsCount = !betweenCommas && columns.every(({ list }) => list === 0);
  const shown = new Set(columns.flatMap((signs) => columnSign(signs, pairsCount) ?? []));
  const [only = null] = shown;
  return { decimal: shown.size === 1 ? only : null, pairsCount };
}
