import { describe, expect, it } from 'vitest';
import { latexText, unknownSigns } from './latex-text.js';

describe('a text in LaTeX', () => {
  it('has each sign that means something written out', () => {
    expect(latexText('50 % & $5 #1 a_b {c} \\d ~ ^')).toBe(
      '50 \\% \\& \\$5 \\#1 a\\_b \\{c\\} \\textbackslash{}d \\textasciitilde{} \\textasciicircum{}',
    );
    expect(latexText('--')).toBe('{-}{-}');
    expect(latexText('χ²(2) ≥ −1')).toBe('\\ensuremath{\\chi}²(2) \\ensuremath{\\geq} \\ensuremath{-}1');
  });
  it('stands on one line', () => {
    expect(latexText('two\n\nlines\tand a \u0007bell')).toBe('two lines and a bell');
  });
  it('tells of signs that the older LaTeX has no letters for, once each', () => {
    expect(unknownSigns('日日 é – “x”')).toEqual(['\\DeclareUnicodeCharacter{65E5}{[U+65E5]}']);
  });
});
