import { describe, expect, it } from 'vitest';
import { bandsAt } from '../core/recode/band/edges.js';
import { amendEntry, type Amendment } from './amend-entry.js';
import { find, group, inTwo, service, take } from './amended.fixtures.js';
import { breakEverywhere, stamp, STEPS, wholeStamp } from './breaking.fixtures.js';
import type { OpenStudy } from './context.js';
import { editEntries } from './edit-variable.js';
import { listEntries } from './ledger.js';
import { openStudy } from './open-study.js';
import { keepWorking } from './workings.js';

/** A study with a regroup, a flag on it, a band and two labels, each an entry of the ledger. */
async function worked(name: string): Promise<OpenStudy> {
  const study = await take(name);
  const { id: mood } = find(study, 'mood');
  const groups = [group('1', 'Low', '1', '2'), group('2', 'High', '3', '4', '5')];
  await keepWorking(service, study, { name: 'mood_2', label: 'Mood in two', recipe: inTwo(mood, ...groups) });
  await keepWorking(service, study, {
    name: 'low',
    label: 'Low',
    recipe: { kind: 'flags', source: find(study, 'mood_2').id, codes: ['1'], yes: 'Yes', no: 'No' },
  });
  await keepWorking(service, study, {
    name: 'old',
    label: 'Old',
    recipe: {
      kind: 'band',
      source: find(study, 'age').id,
      ends: 'lower',
      bands: bandsAt([50], 'lower', true),
      taken: [],
    },
  });
  await editEntries(service, study, [{ variable: find(study, 'site').id, label: 'Site' }]);
  await editEntries(service, study, [{ variable: mood, label: 'Mood' }]);
  return study;
}

const entryOf = (study: OpenStudy, words: string) =>
  listEntries(study).find((entry) => entry.words.startsWith(words))!.id;

/** An entry in the middle of the ledger, as each amendment changes it. */
const AMENDMENTS: [string, string, (study: OpenStudy) => Amendment][] = [
  [
    'another recipe',
    'Made Mood in two',
    (study) => ({
      is: 'changed',
      things: [
        {
          of: 'working',
          id: find(study, 'mood_2').workingId!,
          recipe: inTwo(find(study, 'mood').id, group('1', 'Low', '1'), group('2', 'High', '2', '3', '4', '5')),
        },
      ],
    }),
  ],
  ['left out', 'Made Low', () => ({ is: 'left-out' })],
];

const CASES = AMENDMENTS.flatMap((amendment) => STEPS.map((step) => [...amendment, step] as const));

describe('an amendment that breaks off', () => {
  it.each(CASES)(
    'leaves the study as it was or changed as a whole, the same for all: %s',
    async (name, words, amendment, step) => {
      const { id } = await worked(`Amended ${name} ${step}`);
      const study = () => openStudy(service, id);
      const before = stamp(study().db);
      const states: string[] = [];
      const times = await breakEverywhere(
        service,
        step,
        () => amendEntry(service, study(), entryOf(study(), words), amendment(study())),
        (where) => states.push(wholeStamp(service, study(), where)),
      );
      expect(times).toBeGreaterThan(step === 'job' ? 0 : 5);
      // At most the very last step can break off behind the rename, when all of it is done.
      expect(states.slice(0, -1).every((state) => state === before)).toBe(true);
      expect(stamp(study().db)).not.toBe(before);
    },
    60_000,
  );
});
