/** What a cell of a table on paper was taken for. */
export type CellRead =
  | { is: 'count'; value: number; /** How it was mended, where it was not a plain number. */ mended: string | null }
  | { is: 'bad'; why: string; mend: string };

const SPACES = /[\s\u00a0\u2007\u2009\u202f]/g;
/** Groups of three digits set apart: 1,204 or 1.204 or 1'204 or 1 204. */
const GROUPED = /^\d{1,3}([,.'’\s\u00a0\u2007\u2009\u202f])\d{3}(\1\d{3})*$/;

function plain(text: string): number | null {
  return /^\d+(\.\d+)?$/.test(text) ? Number(text) : null;
}

/**
 * Reads one cell. Thousands separators, footnote marks, brackets around the whole and "n =" are taken off; a blank or a
 * dash is nobody. Percentages, negative numbers and words are no counts and stay as they are.
 * @param comma how a comma or point before three digits is to be taken: as a separator of thousands, unless the table
 * shows elsewhere that it is its decimal sign
 */
export function readCell(text: string, decimals: ',' | '.' | null): CellRead {
  const trimmed = text.trim();
  if (trimmed === '' || /^[-–—.·]$/.test(trimmed))
    return { is: 'count', value: 0, mended: trimmed === '' ? 'empty, read as 0' : `“${trimmed}” read as 0` };
  const whole = plain(trimmed);
  const ambiguous = /^\d{1,3}\.\d{3}$/.test(trimmed) && decimals !== '.';
  if (whole !== null && !ambiguous) return { is: 'count', value: whole, mended: null };
  if (/^[-−–]\s*\d/.test(trimmed))
    return { is: 'bad', why: 'is negative', mend: 'A count is 0 or more; look for a slip of the pen.' };
  if (/%/.test(trimmed))
    return { is: 'bad', why: 'is a percentage', mend: 'Give the count: the percentage of the base, in respondents.' };
  // What people write around a count.
  const bare = trimmed
    .replace(/^n\s*=\s*/i, '')
    .replace(/^[([](.*)[)\]]$/, '$1')
    .replace(/[*†‡§¹²³⁴⁵⁶⁷⁸⁹]+$/, '')
    .replace(/^[*†‡§]+/, '')
    .trim();
  const grouped = GROUPED.exec(bare);
  if (grouped && grouped[1] !== decimals) {
    const value = Number(bare.replace(/[,.'’]/g, '').replace(SPACES, ''));
    return { is: 'count', value, mended: `“${trimmed}” read as ${value}` };
  }
  const pointed = decimals === ',' ? bare.replace(',', '.') : bare;
  const value = plain(pointed.replace(SPACES, ''));
  if (value !== null)
    return {
      is: 'count',
      value,
      mended: bare === trimmed && pointed === bare ? null : `“${trimmed}” read as ${value}`,
    };
  return { is: 'bad', why: 'is not a number', mend: 'Type the count, or 0 where nobody is.' };
}

/** The decimal sign that the cells of a table show: a comma or a point that cannot be one of thousands. */
export function decimalSign(cells: readonly string[]): ',' | '.' | null {
  for (const text of cells) {
    const match = /^\d+([.,])(\d+)$/.exec(text.trim());
    if (match && match[2]?.length !== 3) return match[1] === ',' ? ',' : '.';
    // More than three digits before the sign cannot be a group.
    if (match && /^\d{4,}/.test(text.trim())) return match[1] === ',' ? ',' : '.';
  }
  return null;
}
