import { describe, expect, it } from 'vitest';
import { sayUnsent } from './say-unsent.js';

const item = (key: string, asked: Record<string, unknown>) => ({
  id: 'x',
  key,
  asked,
  revision: null,
  at: 0,
  refused: null,
});

describe('a change in words', () => {
  it('names what it is, of which study, and what was typed', () => {
    const edits = [
      { variable: 1, label: 'Plot size' },
      { variable: 2, note: 'Ask again', label: 'Plot size' },
    ];
    expect(sayUnsent(item('PATCH /studies/{study}/codebook', { study: 'plots', body: { edits } }))).toBe(
      'Codebook of plots: “Plot size”, “Ask again”',
    );
    expect(sayUnsent(item('DELETE /studies/{study}/tables/{table}', { study: 'plots', table: 3 }))).toBe(
      'Table taken out of plots',
    );
    expect(sayUnsent(item('PUT /somewhere', {}))).toBe('Change');
  });
});
