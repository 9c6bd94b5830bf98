/** "Yes: Weir End 78.5%, Quarry Side 32.2%": where a figure is highest, and where lowest. */
const DIRECTION = /^(.+): ([^:]+) ([\d,]*\.?\d+)%?, ([^:,]+) ([\d,]*\.?\d+)%?$/;
/** "V = .50 [.48, .52]". */
const MEASURE = /^([Vγη]) = (−?\d?\.\d+)(?: \[(−?\d?\.\d+), (−?\d?\.\d+)\])?$/;

/**
 * The figures of a cell of a summary or a sweep, which have a cell each in a workbook: "34 (12.3)", "56 [46, 66]",
 * "V .19".
 */
export function apart(text: string): string[] {
  const listed = DIRECTION.exec(text) ?? MEASURE.exec(text);
  if (listed) return listed.slice(1).filter((part) => (part as string | undefined) !== undefined);
  const [, symbol, value] = /^([Vγη]) (−?\.\d+)$/.exec(text) ?? [];
  if (symbol !== undefined && value !== undefined) return [symbol, value];
  return /^−?[\d,.]+ [([]/.test(text) ? text.split(/, | \(|\)| \[|\]/).filter((part) => part !== '') : [text];
}

/** Whether a cell has a figure and nothing else. */
export const isFigure = (text: string) => /^(p < |p |< |[+−])?[\d,]*\.?\d+$/.test(text);

/** Whether a number at full precision is the one that a figure was rounded from. */
export function isWritten(value: number, figure: string): boolean {
  if (/^(p )?< \.001$/.test(figure)) return value < 0.001;
  const decimals = /\.(\d+)$/.exec(figure)?.[1]?.length ?? 0;
  const shown = Number(figure.replace(/^p /, '').replace('−', '-').replaceAll(',', ''));
  return Math.abs(value - shown) <= 0.5 * 10 ** -decimals + 1e-9;
}
