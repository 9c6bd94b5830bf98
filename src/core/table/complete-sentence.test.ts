import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Level, Variable } from '../codebook/types.js';
import { completions } from './complete-sentence.js';
import { parseSentence } from './parse-sentence.js';

const variable = (id: number, name: string, label: string, level: Level, labels: string[] = []): Variable => ({
  id,
  name,
  label,
  question: '',
  level,
  codes: labels.map((text, k) => ({ code: String(k + 1), label: text, missing: null })),
});
const VARIABLES = [
  variable(1, 'sat', 'Satisfaction by site, all in all', 'ordered', ['Very', 'Not']),
  variable(2, 'site', 'Site', 'unordered', ['Mill Row', 'Weir End']),
  variable(3, 'age', 'Age', 'number'),
  variable(4, 'age_band', 'Age band', 'ordered', ['18 to 34', '35 and over']),
  variable(5, 'crops', 'Crops grown', 'multiple', ['Beans', 'Leeks']),
  variable(6, 'w', 'Survey weight', 'number'),
  variable(7, 'note', 'Site remarks', 'text'),
];

const texts = (text: string) => completions(text, VARIABLES).map((completion) => completion.text);

describe('what a sentence can go on with', () => {
  it.each([
    ['a variable that begins so', 'Cr', ['Crops grown']],
    ['one that holds it, and no text', 'grow', ['Crops grown']],
    ['of two that begin so both', 'Ag', ['Age', 'Age band']],
    ['a name with words of the grammar in it', 'Satisfaction by si', ['Satisfaction by site, all in all']],
    ['what stands across, which is no number', 'Site by Ag', ['Age band']],
    ['what is another row', 'Site and Cro', ['Crops grown']],
    ['a weight, which is a number', 'Site, weighted by ', ['Age', 'Survey weight']],
    ['what stands across behind a weight', 'Site, weighted by Survey weight, by Age b', ['Age band']],
    ['a category of the condition', 'Age, only where Site is Mi', ['Mill Row']],
    ['another category of it', 'Age, only where Site is Mill Row or W', ['Weir End']],
    ['an option', 'Age, only where Crops grown mentions ', ['Beans', 'Leeks']],
    ['how a condition goes on', 'Age, only where Site ', ['is ', 'is not ']],
    ['a variable behind a condition', 'Age, only where Site is Mill Row and Cr', ['Crops grown']],
  ])('is %s', (_, text, wanted) => {
    expect(texts(text)).toEqual(wanted);
  });

  it('is a word of the grammar behind a variable', () => {
    expect(texts('Site ')).toContain('by ');
    expect(texts('Site ')).toContain('by their answers ');
    expect(texts('Site by Age band ')).toContain('split by ');
    expect(texts('Age ')).toEqual(expect.arrayContaining(['by ', 'Age band']));
  });

  it('is a summary where its words are typed, and then a variable', () => {
    expect(texts('summ')).toEqual(['Summary of ']);
    expect(texts('Summary of Cr')).toEqual(['Crops grown']);
    expect(texts('Summary of Age and Cro')).toEqual(['Crops grown']);
  });

  it('is nothing where nothing is called so, and where all is said', () => {
    expect(texts('Weather')).toEqual([]);
    expect(texts('Site')).toEqual(['Satisfaction by site, all in all']);
  });

  it('makes of every beginning of a title a sentence that can be read', () => {
    const nouns = VARIABLES.filter(({ level }) => level !== 'text');
    fc.assert(
      fc.property(fc.constantFrom(...nouns), fc.nat({ max: 40 }), (noun, cut) => {
        const begun = noun.label.slice(0, Math.min(cut, noun.label.length - 1));
        for (const { from, text } of completions(begun, VARIABLES).filter(({ kind }) => kind === 'variable'))
          expect(parseSentence(begun.slice(0, from) + text, VARIABLES).rows).toHaveLength(1);
      }),
    );
  });
});
