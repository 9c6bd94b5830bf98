import { describe, expect, it } from 'vitest';
import { checkNets, netLines, type Net } from './net.js';

const CODES = ['1', '2', '3', '4', '5'];
const said = (nets: readonly Net[], codes: readonly (string | null)[] = CODES) =>
  netLines(codes, nets).map((line) => `${'-'.repeat(line.depth)}${line.is === 'net' ? line.net.label : line.at + 1}`);

describe('the lines of categories with their nets', () => {
  it('brings the parts of a net together under it, where the first of them stands', () => {
    expect(said([{ label: 'Odd', codes: ['3', '5'] }])).toEqual(['1', '2', 'Odd', '-3', '-5', '4']);
  });

  it('stands under its parts as a subtotal, and hides them', () => {
    expect(said([{ label: 'Low', codes: ['1', '2'], parts: 'over' }])).toEqual(['-1', '-2', 'Low', '3', '4', '5']);
    expect(said([{ label: 'Low', codes: ['1', '2'], parts: 'hidden' }])).toEqual(['Low', '3', '4', '5']);
  });

  it('has nets within nets, each with or without its own parts', () => {
    const inner: Net = { label: 'Low', codes: ['1', '2'], parts: 'hidden' };
    const outer: Net = { label: 'Most', codes: ['1', '2', '4'] };
    expect(said([inner, outer])).toEqual(['Most', '-Low', '-4', '3', '5']);
    expect(
      said([
        { ...inner, parts: 'under' },
        { ...outer, parts: 'hidden' },
      ]),
    ).toEqual(['Most', '-Low', '--1', '--2', '3', '5']);
  });

  it('leaves alone what no net could hold, and says nothing of a net that has no category here', () => {
    expect(said([{ label: 'Gone', codes: ['9'] }], ['1', null])).toEqual(['1', '2']);
  });
});

describe('nets that cannot stand', () => {
  const refused = (nets: readonly Net[]) => () => checkNets(nets, CODES, 'nets');
  it.each([
    [[{ label: 'A', codes: ['1', '7'] }], /A names the code 7/],
    [
      [
        { label: 'A', codes: ['1', '2'] },
        { label: 'A', codes: ['3'] },
      ],
      /Two nets are called A/,
    ],
    [
      [
        { label: 'A', codes: ['1', '2'] },
        { label: 'B', codes: ['2', '1'] },
      ],
      /same categories/,
    ],
    [
      [
        { label: 'A', codes: ['1', '2'] },
        { label: 'B', codes: ['2', '3'] },
      ],
      /share categories/,
    ],
  ])('are named', (nets, message) => expect(refused(nets)).toThrow(message));

  it('but those apart and those within one another can', () => {
    expect(
      refused([
        { label: 'A', codes: ['1', '2', '3'] },
        { label: 'B', codes: ['1', '2'] },
        { label: 'C', codes: ['5'] },
      ]),
    ).not.toThrow();
  });
});
