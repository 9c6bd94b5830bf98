import { cellReader } from '../../store/cells.js';
import { readColumn } from '../../store/columns.js';
import { readStudyFile } from '../../store/open.js';
import { type Given, givenIn } from './respondents-job.js';

export interface TwinsJob {
  file: string;
  column: number;
  /** The column of the waves: in each of them the same respondent may come again. */
  wave: number | null;
  respondents: number;
}

/** Values of a column that several respondents have, where nearly each has their own. */
export interface Twins {
  /** The first few of them. */
  shared: string[];
  /** How many values, and how many respondents with one. */
  values: number;
  respondents: number;
}

const NAMED = 20;
/** Values looked at before it is decided whether nearly each is its respondent's own. */
const FIRST = 5000;
/** So many of the values must be different. */
const NEARLY_EACH = 0.9;

/** Looks whether a column tells respondents apart, and who it does not; null: it is no identifier. */
export function twinsInColumn({ file, column: id, wave, respondents }: TwinsJob): Twins | null {
  const db = readStudyFile(file);
  try {
    const column = readColumn(db, id);
    const read = column.kind === 'text' ? cellReader(db, id) : null;
    const of = column.kind === 'text' ? (k: number): Given => read?.(k, k + 1)[0] ?? null : givenIn(column);
    const waves = wave === null ? null : readColumn(db, wave);
    const waveOf = (k: number) => (waves?.kind === 'coded' ? waves.values[k]! : 0);
    const times = new Map<string, number>();
    let filled = 0;
    for (let k = 0; k < respondents; k++) {
      const value = of(k);
      if (value !== null) {
        filled++;
        const key = `${waveOf(k)} ${String(value)}`;
        times.set(key, (times.get(key) ?? 0) + 1);
      }
      if (k === FIRST && times.size < filled * NEARLY_EACH) return null;
    }
    if (times.size < filled * NEARLY_EACH) return null;
    const shared = [...times].filter(([, n]) => n > 1);
    return {
      shared: [...new Set(shared.slice(0, NAMED).map(([key]) => key.slice(key.indexOf(' ') + 1)))],
      values: shared.length,
      respondents: shared.reduce((sum, [, n]) => sum + n, 0),
    };
  } finally {
    db.close();
  }
}
