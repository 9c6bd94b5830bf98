import { detached } from '../../../core/codebook/detached.js';
import { LONGEST_CODE } from '../../../core/codebook/facts.js';
import { MOST_CODES } from '../../../core/codebook/understand.js';

const MOST_CODE_CHARACTERS = 65_536;
/** Codes up to this fit into a byte. */
const MOST_NARROW = 255;

/** A value's code, and respondents by code; 0 is blank. */
export function codeTable() {
  const codeOf = new Map<string, number>();
  let respondents = new Uint32Array(256);
  let characters = 0;
  /** Gives a value a code. @returns -1 where there are too many, or it is too long */
  const add = (cell: string): number => {
    const isTooMuch = cell.length > LONGEST_CODE || characters + cell.length > MOST_CODE_CHARACTERS;
    if (codeOf.size >= MOST_CODES || isTooMuch) return -1;
    const code = codeOf.size + 1;
    characters += cell.length;
    codeOf.set(detached(cell), code);
    if (code >= respondents.length) {
      const more = new Uint32Array(respondents.length * 2);
      more.set(respondents);
      respondents = more;
    }
    return code;
  };
  return {
    /** Counts cells whose codes are known. */
    countCodes: (codes: Uint16Array): void => {
      const counts = respondents;
      for (let k = 0; k < codes.length; k++) counts[codes[k]!]!++;
    },
    /** The code of a cell, which is not counted; -1 where it can have none. */
    codeOf: (cell: string): number => {
      const code = codeOf.get(cell);
      if (code !== undefined) return code;
      const trimmed = cell.trim();
      return trimmed === '' ? 0 : (codeOf.get(trimmed) ?? add(trimmed));
    },
    respondentsOf: (code: number): number => respondents[code]!,
    /** The values by code; blank is ''. */
    values: () => ['', ...codeOf.keys()],
    isNarrow: () => codeOf.size <= MOST_NARROW,
  };
}

export type CodeTable = ReturnType<typeof codeTable>;
