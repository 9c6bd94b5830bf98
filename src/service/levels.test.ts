import { describe, expect, it } from 'vitest';
import { editVariable } from './edit-variable.js';
import { service, study, variable } from './fernhill.fixtures.js';
import { faultOf } from './test-study.js';

describe('the codebook', () => {
  it('does not let a level lie about a column', async () => {
    const level = (name: string, to: 'unordered' | 'number') =>
      faultOf(editVariable(service, study, variable(name).id, { level: to }));
    expect((await level('id', 'unordered')).message).toContain('too many different values');
    expect((await level('comment', 'number')).message).toContain('holds no numbers');
    expect((await level('crops', 'unordered')).message).toContain('made by a working');
  });
  it('changes a label and a question without touching anything else', async () => {
    const before = variable('shares');
    await editVariable(service, study, before.id, { label: 'Shared plot', question: 'Do you?' });
    expect(variable('shares')).toEqual({ ...before, label: 'Shared plot', question: 'Do you?' });
  });
});
