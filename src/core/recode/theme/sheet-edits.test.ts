import { describe, expect, it } from 'vitest';
import {
  canBeUnder,
  merged,
  moved,
  parted,
  sheetLines,
  split,
  withFields,
  withoutTheme,
  withTheme,
} from './sheet-edits.js';
import type { Theme } from './shape.js';
import { THEMES } from './theme.fixtures.js';

const said = (themes: readonly Theme[]) =>
  sheetLines(themes).map(({ theme, depth }) => `${'-'.repeat(depth)}${theme.name}`);
const START = ['Water', '-Taps', '-Pressure', 'Shed', 'Bees'];

describe('editing a code sheet', () => {
  it('adds a theme at the end, or behind those under the same one, with an id of its own', () => {
    expect(said(THEMES)).toEqual(START);
    const more = withTheme(THEMES, 'Leaks', 1);
    expect(said(more)).toEqual(['Water', '-Taps', '-Pressure', '-Leaks', 'Shed', 'Bees']);
    expect(more.find(({ name }) => name === 'Leaks')?.id).toBe(6);
    expect(said(withTheme(THEMES, 'Rent', null)).at(-1)).toBe('Rent');
  });

  it('says more of a theme, and puts it under another one that is no part of it', () => {
    expect(said(withFields(THEMES, 5, { under: 4 }))).toEqual(['Water', '-Taps', '-Pressure', 'Shed', '-Bees']);
    expect(canBeUnder(THEMES, 1).map(({ name }) => name)).toEqual(['Shed', 'Bees']);
    expect(canBeUnder(THEMES, 2).map(({ name }) => name)).toEqual(['Water', 'Pressure', 'Shed', 'Bees']);
  });

  it('merges a theme into another with its parts, and parts them again', () => {
    const one = merged(THEMES, 1, 4);
    expect(said(one)).toEqual(['Shed', '-Taps', '-Pressure', 'Bees']);
    expect(said(parted(one, 1))).toContain('Water');
    // Into a part of its own, which takes its place.
    expect(said(merged(THEMES, 1, 2))).toEqual(['Taps', '-Pressure', 'Shed', 'Bees']);
  });

  it('splits a theme into new ones under it, and takes one out, its parts a level up', () => {
    expect(said(split(THEMES, 5, ['Hives', 'Stings']))).toEqual([...START, '-Hives', '-Stings']);
    expect(said(withoutTheme(THEMES, 1))).toEqual(['Taps', 'Pressure', 'Shed', 'Bees']);
  });

  it('moves a theme among those at its level', () => {
    expect(said(moved(THEMES, 4, 1))).toEqual(['Water', '-Taps', '-Pressure', 'Bees', 'Shed']);
    expect(said(moved(THEMES, 3, -1))).toEqual(['Water', '-Pressure', '-Taps', 'Shed', 'Bees']);
    expect(moved(THEMES, 1, -1)).toBe(THEMES);
    expect(said(moved(THEMES, 4, -1))).toEqual(['Shed', 'Water', '-Taps', '-Pressure', 'Bees']);
  });
});
