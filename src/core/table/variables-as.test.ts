import { describe, expect, it } from 'vitest';
import type { Level } from '../codebook/types.js';
import { variablesAs } from './variables-as.js';

const code = (text: string) => ({ code: text, label: `Label ${text}`, missing: null });
const SITE = { id: 1, level: 'unordered' as Level, codes: [code('1'), code('2')] };
const SEASON = { id: 2, level: 'ordered' as Level, codes: [code('1')] };

describe('variables as one table calls them', () => {
  it('have the labels that it gives, and their own elsewhere', () => {
    const [site, season] = variablesAs([SITE, SEASON], {
      codes: [{ variable: 1, code: '2', label: 'Orchard' }],
    });
    expect(site?.codes.map(({ label }) => label)).toEqual(['Label 1', 'Orchard']);
    expect(season).toBe(SEASON);
    expect(SITE.codes[1]?.label).toBe('Label 2');
  });

  it('have codes that count as answers there, and nowhere else', () => {
    const refused = { ...code('9'), missing: 'refused' as const };
    const asked = { id: 3, level: 'ordered' as Level, codes: [code('1'), refused] };
    const [counted] = variablesAs([asked], { codes: [{ variable: 3, code: '9', answer: true }] });
    expect(counted?.codes[1]).toEqual({ ...refused, missing: null });
    expect(asked.codes[1]?.missing).toBe('refused');
  });

  it('have another level there, where they have categories', () => {
    const number = { ...SITE, id: 3, level: 'number' as Level };
    const levels = [1, 2, 3].map((variable) => ({ variable, level: 'ordered' as const }));
    expect(variablesAs([SITE, SEASON, number], { levels }).map(({ level }) => level)).toEqual([
      ...['ordered', 'ordered', 'number'],
    ]);
  });

  it('have scores of their own', () => {
    const [scored] = variablesAs([SEASON], { codes: [{ variable: 2, code: '1', score: 52 }] });
    expect(scored).toMatchObject({ scores: { 1: 52 } });
  });

  it('have codes off the scale as the codebook says, some more, or on it again', () => {
    const often = { id: 4, level: 'ordered' as Level, codes: [code('1'), code('2'), code('8')], offScale: ['8'] };
    const as = (...codes: { code: string; offScale: 'in-base' | 'aside' | 'on' }[]) =>
      variablesAs([often], { codes: codes.map((own) => ({ variable: 4, ...own })) })[0]!;
    expect(as().offScale).toEqual(['8']);
    expect(as({ code: '2', offScale: 'in-base' }).offScale).toEqual(['8', '2']);
    expect(as({ code: '8', offScale: 'on' }).offScale).toEqual([]);
    const aside = as({ code: '8', offScale: 'aside' });
    expect([aside.offScale, aside.codes[2]?.missing]).toEqual([['8'], 'other']);
  });

  it('are as they are where nothing, or a code that is not there, is called otherwise', () => {
    expect(variablesAs([SITE], {})).toEqual([SITE]);
    expect(variablesAs([SITE], { codes: [{ variable: 1, code: '9', label: 'Gone' }] })).toEqual([SITE]);
  });
});
