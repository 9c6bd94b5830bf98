import { describe, expect, it } from 'vitest';
import { element, label } from './svg.js';

describe('svg', () => {
  it('escapes text and attributes: a label cannot become markup', () => {
    expect(element('text', { x: 1.23456, 'aria-label': 'a "b" <c>' }, label('<script>'))).toBe(
      '<text x="1.23" aria-label="a &quot;b&quot; &lt;c&gt;">&lt;script&gt;</text>',
    );
    expect(element('rect', { width: 5, fill: undefined })).toBe('<rect width="5"/>');
  });
});
