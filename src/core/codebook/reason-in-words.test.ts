import { describe, expect, it } from 'vitest';
import { reasonInWords } from './reason-in-words.js';

describe('a label that says there is no answer', () => {
  it.each([
    ["Don't know", 'dont-know'],
    ['DON’T KNOW', 'dont-know'],
    ['Dont know', 'dont-know'],
    ['DK', 'dont-know'],
    ['(Don’t know)', 'dont-know'],
    ["Can't choose", 'dont-know'],
    ['Weiß nicht', 'dont-know'],
    ['Not sure', 'dont-know'],
    ['Refused', 'refused'],
    ['REFUSAL', 'refused'],
    ['Prefer not to say', 'refused'],
    ["I'd rather not say", 'refused'],
    ['Declined to answer', 'refused'],
    ['Not asked', 'not-asked'],
    ['Not asked in this wave', 'not-asked'],
    ['Not applicable', 'not-asked'],
    ['Inapplicable', 'not-asked'],
    ['Does not apply', 'not-asked'],
    ['No answer', 'other'],
    ['Missing', 'other'],
    ['Not stated', 'other'],
    ['N/A', 'other'],
    ['n/a', 'other'],
    ['-', 'other'],
    ['no response', 'other'],
    ["Don't know / Refused", 'other'],
    ["Don't know or not sure", 'dont-know'],
  ] as const)('%s: %s', (label, reason) => {
    expect(reasonInWords(label)).toBe(reason);
  });

  it.each([
    'Not at all',
    'No',
    'None',
    'None of these',
    'Never',
    'Neither',
    'I know it well',
    'Refuse collection',
    'Unknown person',
    'Missing link',
    'No opinion',
    'Not known to the police',
    '9',
    '',
    'A',
    'No answering machine',
  ])('%s is an answer', (label) => {
    expect(reasonInWords(label)).toBeNull();
  });
});
