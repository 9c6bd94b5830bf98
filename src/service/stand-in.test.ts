import { byId } from '../core/by-id.js';
import { describe, expect, it } from 'vitest';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allTables } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import { listEntries, redoEntry, undoEntry } from './ledger.js';
import { saveTable } from './saved-tables.js';
import { dropWorking, editWorking, keepWorking, keepWorkings } from './workings.js';
import { SHOWN, service, find, take, group, inTwo } from './amended.fixtures.js';

describe('a working in the place of its source', () => {
  const reversed = (source: number) =>
    inTwo(source, ...['5', '4', '3', '2', '1'].map((code, k) => group(String(k + 1), code, code)));

  it('takes its name; what says the same there goes over, what does not stays; and gives all back', async () => {
    const study = await take('Place');
    const mood = find(study, 'mood');
    const tap = find(study, 'tap');
    const { variable: inside } = await keepWorking(service, study, {
      name: '',
      label: 'Mood in tap',
      recipe: { kind: 'interlock', sources: [tap.id, mood.id], between: ' · ', empty: false },
    });
    const { variable: flag } = await keepWorking(service, study, {
      name: '',
      label: 'First',
      recipe: { kind: 'flags', source: mood.id, codes: ['1'], yes: 'Yes', no: 'No' },
    });
    const plain = await saveTable(service, study, null, {
      title: 'Plain',
      sentence: bodyAbout(mood.id, { by: tap.id }),
      shown: SHOWN,
    });
    const only = await saveTable(service, study, null, {
      title: 'Only',
      sentence: bodyAbout(tap.id, { only: [{ variable: mood.id, is: 'any-of', codes: ['1'] }] }),
      shown: SHOWN,
    });
    const { working, variable } = await keepWorking(service, study, {
      name: '',
      label: 'Mood, reversed',
      recipe: reversed(mood.id),
      standsIn: true,
    });
    expect(listEntries(study).at(-1)?.words).toBe('Made Mood, reversed (regroups mood, and stands in for it)');
    expect(find(study, 'mood').id).toBe(variable);
    expect(find(study, 'mood_source')).toMatchObject({ id: mood.id, aside: true });
    const sources = (id: number) =>
      allWorkings(study.db).find(({ id: workingId }) => workingId === byId(allVariables(study.db), id)?.workingId)
        ?.recipe;
    expect(sources(inside)).toMatchObject({ sources: [tap.id, variable] });
    // The code 1 means something else there.
    expect(sources(flag)).toMatchObject({ source: mood.id });
    const table = (id: number) => byId(allTables(study.db), id)?.sentence;
    expect(table(plain.id)?.rows).toBe(variable);
    expect(table(only.id)?.only[0]).toMatchObject({ variable: mood.id });
    await expect(
      keepWorking(service, study, { name: '', label: 'Again', recipe: reversed(mood.id), standsIn: true }),
    ).rejects.toThrow('stands in for mood_source already');
    await editWorking(service, study, working, {
      name: '',
      label: 'Mood, reversed',
      recipe: reversed(mood.id),
      standsIn: false,
    });
    expect(find(study, 'mood')).toMatchObject({ id: mood.id, aside: false });
    expect(sources(inside)).toMatchObject({ sources: [tap.id, mood.id] });
    expect(table(plain.id)?.rows).toBe(mood.id);
    await undoEntry(service, study);
    expect(find(study, 'mood').id).toBe(variable);
    expect(table(plain.id)?.rows).toBe(variable);
    await undoEntry(service, study);
    expect(find(study, 'mood').id).toBe(mood.id);
    expect(allVariables(study.db).some(({ id }) => id === variable)).toBe(false);
    await redoEntry(service, study);
    await dropWorking(service, study, working);
    expect(find(study, 'mood').id).toBe(mood.id);
    expect(table(plain.id)?.rows).toBe(mood.id);
  });

  it('is for many at once, each in its own place; of several sources it is refused', async () => {
    const study = await take('Many');
    const [mood, tap] = [find(study, 'mood'), find(study, 'tap')];
    const other: Recipe = inTwo(tap.id, group('1', '2', '2'), group('2', '1', '1'));
    await keepWorkings(service, study, [
      { name: '', label: 'Mood, reversed', recipe: reversed(mood.id), standsIn: true },
      { name: '', label: 'Tap, reversed', recipe: other, standsIn: true },
    ]);
    expect([find(study, 'mood').label, find(study, 'tap').label]).toEqual(['Mood, reversed', 'Tap, reversed']);
    const both: Recipe = { kind: 'interlock', sources: [mood.id, tap.id], between: ' · ', empty: false };
    await expect(keepWorking(service, study, { name: '', label: 'x', recipe: both, standsIn: true })).rejects.toThrow(
      'cannot stand in',
    );
  });
});
