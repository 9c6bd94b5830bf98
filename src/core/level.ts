/**
 * The level of a test beside intervals of this confidence, without what rounding adds: 1 - .95 is a little over .05 in
 * a computer, and a p of exactly .05 is not under it.
 * @example levelOf(0.95) // 0.05
 */
export const levelOf = (confidence: number): number => Number((1 - confidence).toFixed(12));

/** A confidence as it stands before "interval" or behind "limits". @example sayConfidence(0.95) // '95%' */
export const sayConfidence = (confidence: number): string => `${Number((100 * confidence).toFixed(3))}%`;
