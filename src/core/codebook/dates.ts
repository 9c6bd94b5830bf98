/** How a date is spelled: by the order of year, month and day. */
export const DATE_FORMS = ['ymd', 'dmy', 'mdy'] as const;
export type DateForm = (typeof DATE_FORMS)[number];

export const DATE_WORDS: Record<DateForm, string> = {
  ymd: 'year, month, day',
  dmy: 'day, month, year',
  mdy: 'month, day, year',
};

const DATE = /^(\d{1,4})([-/.])(\d{1,2})\2(\d{1,4})(?:[T ]\d{1,2}:\d{2}(?::\d{2}(?:\.\d+)?)?(?:Z|[+-]\d{2}:?\d{2})?)?$/;

const DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** A day as a number that grows with time, or null where there is no such day. */
function dayNumber(year: number, month: number, day: number): number | null {
  const most = DAYS[month - 1];
  if (most === undefined || day < 1 || day > most || year < 1000) return null;
  if (month === 2 && day === 29 && (year % 4 !== 0 || (year % 100 === 0 && year % 400 !== 0))) return null;
  return year * 10_000 + month * 100 + day;
}

/**
 * The day that a text spells in a form, as a number that grows with time; null where it spells none.
 * @example parseDate('27.11.2026', 'dmy') // 20261127
 */
export function parseDate(text: string, form: DateForm): number | null {
  const match = DATE.exec(text);
  if (!match) return null;
  const [first, second, third] = [Number(match[1]), Number(match[3]), Number(match[4])];
  if (form === 'ymd') return match[1]?.length === 4 ? dayNumber(first, second, third) : null;
  if (match[4]?.length !== 4) return null;
  return form === 'dmy' ? dayNumber(third, second, first) : dayNumber(third, first, second);
}

/** The forms in which a text spells a day; some spell one in two ("3/4/2026"). */
export function dateForms(text: string): DateForm[] {
  // Nothing shorter than "1/1/2026" or longer than a time stamp is looked at closely.
  if (text.length < 8 || text.length > 35) return [];
  return DATE_FORMS.filter((form) => parseDate(text, form) !== null);
}
