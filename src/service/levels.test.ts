import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import type { OpenStudy } from './context.js';
import { editVariable } from './edit-variable.js';
import { viewStudy } from './roster.js';
import { DEMO, service, take, faultOf } from './fernhill.fixtures.js';

let study: OpenStudy;

beforeAll(async () => {
  const codebook = JSON.parse(readFileSync(join(DEMO, 'fernhill-codebook.json'), 'utf8')) as CodebookFile;
  study = await take('Fernhill', readFileSync(join(DEMO, 'fernhill.csv'), 'utf8'), codebook);
});

const variable = (name: string, of = study) => {
  const found = viewStudy(of).variables.find((one) => one.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};

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
