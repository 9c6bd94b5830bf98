import { startRegroup } from '../../../../core/recode/regroup/starts.js';
import type { Regroup } from '../../../../core/recode/regroup/shape.js';
import { titledBy } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { RegroupBody } from './RegroupBody.js';
import { canRegroup } from './suits.js';

export const regroupView: ViewKind<Regroup> = {
  title: 'Regroup',
  says: 'Merge, split, reorder, reverse, relabel.',
  noun: 'working',
  of: 'one',
  sources: 'a variable with categories',
  suits: canRegroup,
  start: ({ sources: [first], codes }) => ({
    kind: 'regroup',
    source: first?.id ?? 0,
    level: first?.level === 'unordered' ? 'unordered' : 'ordered',
    groups: startRegroup('each', codes),
    setAside: [],
  }),
  startLabel: titledBy(', regrouped'),
  lack: ({ source, groups }) => {
    if (source === 0) return 'Choose the variable to regroup, at the top.';
    return groups.length === 0 ? 'Make at least one group.' : null;
  },
  Body: RegroupBody,
};
