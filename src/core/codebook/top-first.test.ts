import { expect, it } from 'vitest';
import { topFirst } from './top-first.js';

it.each([
  [['Very satisfied', 'Fairly satisfied', 'Neither', 'Fairly dissatisfied', 'Very dissatisfied'], true],
  [['Strongly disagree', 'Disagree', 'Neither', 'Agree', 'Strongly agree'], false],
  [['Every day', 'Every week', 'Every month', 'Seldom', 'Never'], true],
  [['Never', 'Seldom', 'Often', 'Always'], false],
  [['Excellent', 'Good', 'Fair', 'Poor'], true],
  [['Very unlikely', 'Unlikely', 'Likely', 'Very likely'], false],
  [['1', '2', '3', '4', '5'], false],
  [['Small', 'Middle', 'Large'], false],
])('a scale of %j', (labels, isFirst) => {
  expect(topFirst(labels)).toBe(isFirst);
  // Labels that tell the ends apart tell them apart from the other side too.
  const tells = labels.some((label) => /dis|never|poor|un/i.test(label));
  expect(topFirst([...labels].reverse())).toBe(tells ? !isFirst : false);
});
