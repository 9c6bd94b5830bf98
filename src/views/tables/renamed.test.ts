import { describe, expect, it } from 'vitest';
import { withoutStrayNames, withRenamed } from './renamed.js';
import { EMPTY } from './url.js';

const SITE = { id: 1, codes: [{ code: '1', label: 'Mill Row', missing: null }] };
const draft = { ...EMPTY, rows: [{ variable: 1 }] };

describe('a heading that is called otherwise in one table', () => {
  it('has its last name, and under its own again none', () => {
    const once = withRenamed(draft, SITE, '1', 'The mill');
    expect(once.renamed).toEqual([{ variable: 1, code: '1', label: 'The mill' }]);
    const twice = withRenamed(once, SITE, '1', 'Mill');
    expect(twice.renamed?.map(({ label }) => label)).toEqual(['Mill']);
    expect(withRenamed(twice, SITE, '1', 'Mill Row').renamed).toBeUndefined();
  });

  it('loses its name with its variable', () => {
    const named = withRenamed(draft, SITE, '1', 'Mill');
    expect(withoutStrayNames(named)).toEqual(named);
    expect(withoutStrayNames({ ...named, rows: [{ variable: 2 }] }).renamed).toBeUndefined();
    expect(withoutStrayNames(draft)).toBe(draft);
  });
});
