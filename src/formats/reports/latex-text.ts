/** Signs that mean something to LaTeX. */
const MEANT: Record<string, string> = {
  '\\': '\\textbackslash{}',
  '{': '\\{',
  '}': '\\}',
  $: '\\$',
  '&': '\\&',
  '#': '\\#',
  _: '\\_',
  '%': '\\%',
  '~': '\\textasciitilde{}',
  '^': '\\textasciicircum{}',
  '<': '\\textless{}',
  '>': '\\textgreater{}',
  '|': '\\textbar{}',
  '"': '\\textquotedbl{}',
  '`': '\\textasciigrave{}',
  "'": '\\textquotesingle{}',
  // Pairs of these would become one sign.
  '-': '{-}',
  ',': '{,}',
  '?': '{?}',
  '!': '{!}',
  // Behind a line break a bracket would be read as a length.
  '[': '{[}',
  ']': '{]}',
  '*': '{*}',
};

/** Signs beyond those of western letters, by what LaTeX has for them in mathematics. */
const IN_MATHEMATICS: Record<string, string> = {
  '−': '-',
  '×': '\\times',
  '≥': '\\geq',
  '≤': '\\leq',
  '≠': '\\neq',
  '≈': '\\approx',
  '√': '\\surd',
  Σ: '\\Sigma',
  α: '\\alpha',
  β: '\\beta',
  γ: '\\gamma',
  η: '\\eta',
  κ: '\\kappa',
  λ: '\\lambda',
  ρ: '\\rho',
  τ: '\\tau',
  φ: '\\phi',
  χ: '\\chi',
  ω: '\\omega',
  '▲': '\\bigtriangleup',
  '▽': '\\bigtriangledown',
};

/** What LaTeX reads by itself: letters of western and central Europe, and signs of punctuation. */
const LAST_LETTER = '\u017f';
const KNOWN = /[\u2013\u2014\u2018-\u201e\u2022\u2026\u20ac\u2122]/;
const isKnown = (sign: string) => sign <= LAST_LETTER || KNOWN.test(sign);

/**
 * A text as LaTeX sets it, sign by sign, on one line.
 * @example latexText('50 % & more') // '50 \\% \\& more'
 */
export const latexText = (text: string): string =>
  text
    .replace(/[\s\p{Cc}]+/gu, ' ')
    .replace(/[\\{}$&#_%~^<>|"`'\-,?![\]*]/g, (sign) => MEANT[sign] ?? sign)
    .replace(/[−×≥≤≠≈√Σαβγηκλρτφχω▲▽]/g, (sign) => `\\ensuremath{${IN_MATHEMATICS[sign] ?? ''}}`);

/**
 * Lines that tell the older LaTeX of signs that it has no letters for: it sets their number in their place, where a
 * newer one with a suitable font sets them as they are.
 * @param text the whole document
 */
export function unknownSigns(text: string): string[] {
  const signs = [...new Set(text)].filter((sign) => !isKnown(sign)).sort();
  return signs.map((sign) => {
    const number = sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0');
    return `\\DeclareUnicodeCharacter{${number}}{[U+${number}]}`;
  });
}
