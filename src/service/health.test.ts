import { describe, expect, it } from 'vitest';
import { byId } from '../core/by-id.js';
import { allVariables } from '../store/variables.js';
import { declareMissing } from './declare-missing.js';
import { studyHealth } from './health.js';
import { edit, service, study, variable } from './plots.fixtures.js';

describe('the health of a study', () => {
  it('names what is wrong, until it is mended', async () => {
    const issues = async () =>
      (await studyHealth(service, study)).map(({ is, variable: id, codes }) =>
        `${is} ${byId(allVariables(study.db), id)?.name ?? ''} ${codes.join(' ')}`.trim(),
      );
    expect(await issues()).toEqual([
      'twins member_id M88',
      'undeclared shed 9',
      'undeclared hours 999',
      'words fee waived',
      'unlabelled shed 9',
      'blank empty',
    ]);
    await declareMissing(service, study, {
      missing: 'other',
      in: [
        { code: '999', variables: [variable('hours').id] },
        { code: '9', variables: [variable('shed').id] },
        { code: 'waived', variables: [variable('fee').id] },
      ],
    });
    await edit('empty', { aside: true });
    expect(await issues()).toEqual(['twins member_id M88', 'unlabelled shed 9']);
  });
});
