import type { ToCategories } from '../../../../core/recode/to-categories/shape.js';
import { titledBy } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { ToCategoriesBody } from './ToCategoriesBody.js';

export const toCategoriesView: ViewKind<ToCategories> = {
  title: 'Values to categories',
  says: 'Each text or number one, alike ones together.',
  noun: 'working',
  of: 'one',
  sources: 'a text or a number',
  suits: ({ level }) => level === 'text' || level === 'number',
  start: ({ sources: [first] }) => ({
    kind: 'convert',
    to: 'categories',
    source: first?.id ?? 0,
    alike: true,
    order: 'value',
    least: 1,
    exceptions: [],
  }),
  startLabel: titledBy(', as categories'),
  lack: ({ source }) => (source === 0 ? 'Choose the variable to convert, at the top.' : null),
  Body: ToCategoriesBody,
};
