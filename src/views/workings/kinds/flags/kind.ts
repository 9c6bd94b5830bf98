import { isAnswer } from '../../../../core/codebook/types.js';
import type { Flags } from '../../../../core/recode/flags/shape.js';
import { isCoded, titledBy } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { FlagsBody } from './FlagsBody.js';

export const flagsView: ViewKind<Flags> = {
  title: 'Flags',
  says: 'One yes/no variable for each category.',
  noun: 'flags',
  of: 'one',
  sources: 'a variable with categories',
  suits: isCoded,
  start: ({ sources: [first], codes }) => ({
    kind: 'flags',
    source: first?.id ?? 0,
    codes: codes.filter(isAnswer).map(({ code }) => code),
    yes: 'Yes',
    no: 'No',
  }),
  startLabel: titledBy(''),
  lack: ({ source, codes }) => {
    if (source === 0) return 'Choose the variable, at the top.';
    return codes.length === 0 ? 'Choose a category.' : null;
  },
  Body: FlagsBody,
};
