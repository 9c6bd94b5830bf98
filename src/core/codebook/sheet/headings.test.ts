import { describe, expect, it } from 'vitest';
import { plainHeading, rolesOf } from './headings.js';

describe('a heading of a codebook', () => {
  it.each([
    ['Variable_Name:', 'variable name'],
    ['  QUESTION   TEXT ', 'question text'],
    ['Code (numeric)', 'code'],
    ['Libellé', 'libelle'],
    ['Q.No.', 'q no'],
  ])('is the same however it is written: %j', (written, plain) => {
    expect(plainHeading(written)).toBe(plain);
  });

  it('is looked at only as far as a heading can be', () => {
    expect(plainHeading('a'.repeat(5000))).toHaveLength(200);
  });
});

describe('the columns of a codebook', () => {
  it('are known by their headings', () => {
    expect(
      rolesOf(['Variable', 'Label', 'Question text', 'Type', 'Values', 'Missing values', 'Section', 'Notes']),
    ).toEqual(['name', 'label', 'question', 'level', 'codes', 'missing', 'group', 'note']);
    expect(rolesOf(['Var', 'Code', 'Value label'])).toEqual(['name', 'code', 'codeLabel']);
  });

  it('are not known by anything else; of two alike the first counts', () => {
    expect(rolesOf(['Variable', 'Colour', 'var name', ''])).toEqual(['name', null, null, null]);
  });
});
