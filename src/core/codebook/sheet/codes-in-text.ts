/** A longer cell is a text, and is not looked at for codes. */
const LONGEST = 20_000;

/** A code with what it means, as a codebook writes it. */
export interface WrittenCode {
  code: string;
  label: string;
}

/** A way of writing codes: what a code looks like with the sign behind it, wherever one can begin. */
interface Style {
  start: RegExp;
  /** So many codes at least, where one alone may be a sentence. */
  least: number;
}

const AT = String.raw`(?:^|[,;|\n{]|\s/(?=\s))\s*`;
const NUMBER = String.raw`\(?([+-]?\d+(?:\.\d+)?)\)?`;
/** What is taken off a label. */
const AROUND = /^[\s"“”']+|[\s,;|/"“”'}]+$/g;

/**
 * In the order in which they are tried: signs that only stand between code and label before those that stand in labels
 * too.
 */
const STYLES: readonly Style[] = [
  // 1=Male, 2=Female
  { start: new RegExp(String.raw`${AT}["“]?([^=,;|\n"“”{]{1,60}?)["”]?\s*=+>?\s*`, 'gu'), least: 1 },
  // 1: Male; 2: Female
  { start: new RegExp(String.raw`${AT}([^:,;|\n"“”{]{1,60}?)\s*:\s*`, 'gu'), least: 1 },
  // 1 - Male, (2) Female, 3. Other, 4) None
  { start: new RegExp(String.raw`(?:${AT}|\s+)${NUMBER}\s*(?:[.)]|\s[-–—]|[–—])\s+`, 'gu'), least: 2 },
  { start: new RegExp(String.raw`(?:${AT}|\s+)\(([+-]?\d+)\)\s*`, 'gu'), least: 2 },
  // 1, Male | 2, Female
  { start: new RegExp(String.raw`(?:^|[|\n;])\s*([^,|\n;\s]{1,60})\s*,\s*`, 'gu'), least: 2 },
  // 1 Male, 2 Female
  { start: new RegExp(String.raw`${AT}${NUMBER}\s+(?=\S)`, 'gu'), least: 2 },
];

/** 1 "Male" 2 "Female": a code before each pair of quotes, and nothing else but signs that divide. */
const QUOTED = /(?<![^\s"”,;|{}])([^\s"“”,;|=:{}]{1,60})\s*[=:]?\s*["“]([^"”]*)["”]/gu;

function quotedCodes(text: string): WrittenCode[] | null {
  if (/[^\s,;|{}]/u.test(text.replace(QUOTED, ''))) return null;
  return [...text.matchAll(QUOTED)].map(([, code = '', label = '']) => ({ code, label: label.trim() }));
}

/** {1, Male}, {2, Female}: a pair of braces for each. */
const BRACED = /\{\s*([^,={}]+?)\s*,\s*([^{}]+?)\s*\}/gu;

function bracedCodes(text: string): WrittenCode[] | null {
  if (/[^\s,;|]/u.test(text.replace(BRACED, ''))) return null;
  return [...text.matchAll(BRACED)].map(([, code = '', label = '']) => ({ code, label: label.replace(AROUND, '') }));
}

function codesIn(text: string, { start, least }: Style): WrittenCode[] | null {
  const starts = [...text.matchAll(start)];
  const [first] = starts;
  if (!first || starts.length < least || text.slice(0, first.index).trim() !== '') return null;
  return starts.map((match, k) => {
    const label = text.slice(match.index + match[0].length, starts[k + 1]?.index);
    return { code: (match[1] ?? '').trim(), label: label.replace(AROUND, '').trim() };
  });
}

const isWhole = ({ code, label }: WrittenCode) => code !== '' && label !== '';
const isNumber = (text: string) => /^[+-]?\d+(\.\d+)?$/.test(text);

/** "Male = 1" is turned round, where all that should be labels are numbers and no code is. */
function turned(codes: readonly WrittenCode[]): WrittenCode[] {
  const isReversed = codes.every(({ code, label }) => isNumber(label) && !isNumber(code));
  return codes.map((code) => (isReversed ? { code: code.label, label: code.code } : code));
}

/**
 * Codes with their labels out of one cell of a codebook: "1=Male, 2=Female, 9=Refused", `1 "Male" 2 "Female"`, a line
 * for each, "1: Male; 2: Female", "(1) Male (2) Female", "1. Male", "Male=1".
 * @returns null where it is not written so, as in "1 to 5" or "numeric"
 * @example codesInText('1 = Yes; 2 = No') // [{ code: '1', label: 'Yes' }, { code: '2', label: 'No' }]
 */
export function codesInText(text: string): WrittenCode[] | null {
  if (text.length > LONGEST) return null;
  const plain = text
    .replace(/\r\n?/g, '\n')
    .replace(/[^\S\n]+/g, ' ')
    .replace(/\s*\n\s*/g, '\n')
    .trim();
  const readings = [bracedCodes(plain), quotedCodes(plain), ...STYLES.map((style) => codesIn(plain, style))];
  // A word with a colon behind it may be a sentence.
  const isNote = ([first, second]: readonly WrittenCode[]) =>
    first !== undefined && second === undefined && !isNumber(first.code) && !/[="“]/.test(plain);
  const codes = readings.find((reading) => reading && reading.length > 0 && reading.every(isWhole) && !isNote(reading));
  return codes ? turned(codes) : null;
}
