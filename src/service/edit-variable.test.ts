import { allVariables } from '../store/variables.js';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { startService } from './context.js';
import { editEntries } from './edit-variable.js';
import { studyHealth } from './health.js';
import { joinStudy } from './intake/join.js';
import { receiveFile } from './intake/receive.js';
import { redoEntry, undoEntry } from './ledger.js';
import { openStudy } from './open-study.js';
import { csv, edit, picture, service, study, variable } from './plots.fixtures.js';
import { detailVariable, viewStudy } from './roster.js';
import { WORKER } from './test-study.js';
import { keepWorking } from './workings.js';

describe('entries of the codebook', () => {
  it('are changed many at once, as one change that can be undone and done again', async () => {
    const before = picture();
    const edits = ['tap', 'shed', 'gate'].map((name) => ({
      variable: variable(name).id,
      group: 'Uses',
      note: 'asked on site',
    }));
    expect(await editEntries(service, study, edits)).toEqual({ words: 'Note, group of tap, shed, gate' });
    expect(viewStudy(study).undo).toBe('Note, group of tap, shed, gate');
    const after = picture();
    await undoEntry(service, study);
    expect(picture()).toBe(before);
    expect(viewStudy(study)).toMatchObject({ undo: null, redo: 'Note, group of tap, shed, gate' });
    await redoEntry(service, study);
    expect(picture()).toBe(after);
    await expect(redoEntry(service, study)).rejects.toThrow('no change to do again');
  });

  it('are changed all or none', async () => {
    const before = picture();
    const edits = [
      { variable: variable('tap').id, label: 'New' },
      { variable: variable('remark').id, level: 'number' as const },
    ];
    await expect(editEntries(service, study, edits)).rejects.toThrow('remark holds no numbers');
    await expect(editEntries(service, study, [{ variable: 999, label: 'x' }])).rejects.toThrow('no variable 999');
    expect(picture()).toBe(before);
  });

  it('say which codes have no place on a scale, and scores follow', async () => {
    const [tap, shed] = [variable('tap').id, variable('shed').id];
    const item = (source: number) => ({ source, reversed: false, weight: 1, as: '' });
    const recipe = {
      ...{ kind: 'score' as const, of: 'mean' as const, items: [item(tap), item(shed)] },
      ...{ atLeast: 1, scale: null, codes: [], expression: '' },
    };
    const { variable: made } = await keepWorking(service, study, { name: 'use', label: 'Use', recipe });
    const mean = async () => (await detailVariable(service, study, made)).summary?.mean;
    const before = await mean();
    const codes = [{ code: '9', label: 'Not at my site' }];
    await editEntries(service, study, [{ variable: shed, codes, codesFor: 'this', offScale: ['9'] }]);
    expect(viewStudy(study).undo).toBe('Codes, codes off the scale of shed');
    expect(variable('shed').offScale).toEqual(['9']);
    // Of nine in ninety shed is 9 and tap 1: their scores are 1 now, and were 5.
    expect(await mean()).toBeCloseTo((before ?? NaN) - (9 * 4) / 90, 12);
    await undoEntry(service, study);
    expect([variable('shed').offScale, await mean()]).toEqual([[], before]);
    await expect(editEntries(service, study, [{ variable: shed, offScale: ['77'] }])).rejects.toThrow('no code 77');
  });

  it('can change names with each other, and never share one', async () => {
    const [tap, shed] = [variable('tap').id, variable('shed').id];
    await editEntries(service, study, [
      { variable: tap, name: 'shed' },
      { variable: shed, name: 'tap' },
    ]);
    expect(variable('shed').id).toBe(tap);
    await expect(edit('tap', { name: ' gate ' })).rejects.toThrow('Two variables would be called gate');
    await expect(edit('tap', { name: ' ' })).rejects.toThrow('without a name');
    await undoEntry(service, study);
    expect(variable('tap').id).toBe(tap);
  });

  it('keep the heading of the column under a new name, by which a later file is matched', async () => {
    await edit('hours', { name: 'weekly_hours' });
    expect((await detailVariable(service, study, variable('weekly_hours').id)).from).toEqual({
      is: 'column',
      column: 'hours',
      files: ['Plots.csv'],
    });
  });

  it('take the next wave by the heading, and identifiers may come again in it', async () => {
    await edit('hours', { name: 'weekly_hours', label: 'Hours' });
    const intake = await receiveFile(service, 'again.csv', Readable.from([Buffer.from(csv())]));
    await joinStudy(service, study, intake.id, { as: 'wave' });
    const { variables, study: row } = viewStudy(study);
    expect(row.respondents).toBe(180);
    expect(variables.some(({ name }) => name === 'hours')).toBe(false);
    expect(variables.find(({ name }) => name === 'weekly_hours')).toMatchObject({
      label: 'Hours',
      answers: 180,
      column: 'hours',
    });
    const twins = (await studyHealth(service, study)).filter(({ is }) => is === 'twins');
    expect(twins).toMatchObject([{ codes: ['M88'], respondents: 4 }]);
  });

  it('stay undone and done across a restart', async () => {
    await edit('tap', { label: 'Tap' });
    await undoEntry(service, study);
    const { id } = study;
    const again = startService({ folder: service.folder, worker: WORKER });
    const reopened = openStudy(again, id);
    await redoEntry(again, reopened);
    expect(allVariables(reopened.db).find(({ name }) => name === 'tap')?.label).toBe('Tap');
    await again.close();
  });

  it('forget what was undone once something else is changed', async () => {
    await edit('tap', { label: 'One' });
    await undoEntry(service, study);
    await edit('tap', { label: 'Two' });
    await expect(redoEntry(service, study)).rejects.toThrow('no change to do again');
    await undoEntry(service, study);
    expect(variable('tap').label).toBe('Uses the tap');
  });
});
