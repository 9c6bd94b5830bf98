/**
 * Behind how many codings were taken in: how many of them are of answers that nobody gives in the study.
 * @example sayUnknown(2) // ', 2 of them for answers that nobody gives here'
 */
export const sayUnknown = (unknown: number): string =>
  unknown === 0 ? '' : `, ${unknown} of them for answers that nobody gives here`;
