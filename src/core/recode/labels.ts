import { canonicalCode } from '../codebook/number.js';
import { Fault } from '../fault.js';

/**
 * Refuses labels that are empty, or that stand twice (capitals do not tell two apart).
 * @param noun what is labelled: "Group" in "Group 2 has no label"
 * @throws Fault naming the place in `field`
 */
export function checkLabels(labelled: readonly { label: string }[], noun: string, field: string): void {
  const seen = new Map<string, number>();
  labelled.forEach((entry, k) => {
    const label = entry.label.trim();
    if (label === '') {
      throw new Fault('invalid', `${noun} ${k + 1} has no label.`, 'Give it one.', { field: `${field}[${k}].label` });
    }
    const twin = seen.get(label.toLowerCase());
    if (twin !== undefined) {
      throw new Fault(
        'invalid',
        `${noun}s ${twin + 1} and ${k + 1} are both called "${label}".`,
        'Merge them, or give one another label.',
        { field: `${field}[${k}].label` },
      );
    }
    seen.set(label.toLowerCase(), k);
  });
}

/** Labels that are empty or stand twice told apart by a number, as long as they are being typed. */
export function toldApart<T extends { label: string }>(labelled: readonly T[]): T[] {
  const taken = new Set<string>();
  return labelled.map((entry, k) => {
    let label = entry.label.trim() === '' ? `(${k + 1})` : entry.label;
    while (taken.has(label.trim().toLowerCase())) label = `${label} (${k + 1})`;
    taken.add(label.trim().toLowerCase());
    return { ...entry, label };
  });
}

/** The label of a category that keeps its own, told apart by its code where a group is called the same. */
export function ownLabel(
  { code, label }: { code: string; label: string },
  groups: readonly { label: string }[],
): string {
  const name = (label || code).trim().toLowerCase();
  return groups.some((group) => group.label.trim().toLowerCase() === name) ? `${label || code} (${code})` : label;
}

/** Refuses codes that are empty or stand twice. @throws Fault naming the place in `field` */
export function checkCodes(coded: readonly { code: string; label: string }[], noun: string, field: string): void {
  const seen = new Map<string, string>();
  coded.forEach(({ code, label }, k) => {
    const place = { field: `${field}[${k}].code`, code };
    if (code === '')
      throw new Fault('invalid', `${noun} ${k + 1}, "${label.trim()}", has no code.`, 'Give it one.', place);
    const twin = seen.get(canonicalCode(code));
    if (twin !== undefined) {
      throw new Fault(
        'invalid',
        `"${twin}" and "${label.trim()}" both have the code ${code}.`,
        'Give one another.',
        place,
      );
    }
    seen.set(canonicalCode(code), label.trim());
  });
}
