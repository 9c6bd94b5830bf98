import type { ToNumber } from '../../../../core/recode/to-number/shape.js';
import { titledBy } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { canConvert } from './suits.js';
import { ToNumberBody } from './ToNumberBody.js';

export const toNumberView: ViewKind<ToNumber> = {
  title: 'Text to number',
  says: 'Texts that spell none are decided on.',
  noun: 'number',
  of: 'one',
  sources: 'a text',
  suits: canConvert,
  start: ({ sources: [first], comma }) => ({
    kind: 'convert',
    to: 'number',
    source: first?.id ?? 0,
    decimal: comma ? ',' : '.',
    exceptions: [],
  }),
  startLabel: titledBy(', as a number'),
  lack: ({ source }) => (source === 0 ? 'Choose the variable to convert, at the top.' : null),
  Body: ToNumberBody,
};
