import { Fault } from '../../fault.js';
import { restGroup } from './everything-else.js';
import { checkCodes, checkLabels } from '../labels.js';
import type { Regroup } from './shape.js';

/** Checks what no data can mend: no groups, a group without a name, two groups of one name. */
export function checkRegroup(recipe: Regroup): void {
  if (recipe.groups.length === 0) {
    throw new Fault('invalid', 'The regroup has no groups.', 'Make at least one group.', { field: 'groups' });
  }
  checkLabels(recipe.groups, 'Group', 'groups');
  checkCodes(recipe.groups, 'Group', 'groups');
  const { blank } = recipe;
  const rest = restGroup(recipe);
  if (rest !== null && !recipe.groups.some(({ code }) => code === rest)) {
    throw new Fault(
      'invalid',
      `Everything else would go to a group ${rest}, which there is not.`,
      'Choose one of the groups.',
      { field: 'unnamed' },
    );
  }
  if (blank && 'group' in blank && !recipe.groups.some(({ code }) => code === blank.group)) {
    throw new Fault(
      'invalid',
      `Blanks would go to a group ${blank.group}, which there is not.`,
      'Choose one of the groups.',
      { field: 'blank' },
    );
  }
}
