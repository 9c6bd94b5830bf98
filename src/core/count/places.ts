import type { CodedColumn } from './column.js';

/** What each value of a slot is: the place of an option among the options; -1: none. */
function optionsIn({ codes }: CodedColumn, options: readonly string[]): Int16Array {
  return Int16Array.from([-1, ...codes.map((code) => options.indexOf(code))]);
}

/** The option that each respondent mentions first, in the order of the slots; blank where there is none. */
export function firstMention(slots: readonly CodedColumn[], options: readonly string[], respondents: number): CodedColumn {
  const values = options.length < 255 ? new Uint8Array(respondents) : new Uint16Array(respondents);
  for (const slot of slots) {
    const option = optionsIn(slot, options);
    for (let k = 0; k < respondents; k++) if (values[k] === 0) values[k] = option[slot.values[k]!]! + 1;
  }
  return { kind: 'coded', values, codes: options };
} // prettier-ignore

interface Ranked {
  slots: readonly CodedColumn[];
  options: readonly string[];
  by: CodedColumn | undefined;
  respondents: number;
  mask: Uint8Array | null;
  weight: Float64Array | null;
}

/**
 * The places at which options are mentioned, 1 for the first slot, added up in each cell of the count array of the
 * question by `by`. An option that stands in two slots has the place of the first.
 */
export function rankSums({ slots, options, by, respondents, mask, weight }: Ranked): number[] {
  const width = by ? by.codes.length + 1 : 1;
  // Blank first, then the options, then how respondents stand to the question, which have no place.
  const sums = new Float64Array((options.length + 6) * width);
  const places = slots.map((slot) => optionsIn(slot, options));
  const seen = new Int32Array(options.length).fill(-1);
  for (let k = 0; k < respondents; k++) {
    const w = weight ? weight[k]! : 1;
    if ((mask && mask[k] === 0) || !(w > 0 && w < Infinity)) continue;
    const group = by ? by.values[k]! : 0;
    slots.forEach((slot, s) => {
      const option = places[s]![slot.values[k]!]!;
      if (option < 0 || seen[option] === k) return;
      seen[option] = k;
      sums[(option + 1) * width + group]! += w * (s + 1);
    });
  }
  return Array.from(sums);
}
