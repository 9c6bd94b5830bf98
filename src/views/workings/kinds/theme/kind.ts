import type { ThemeRecipe } from '../../../../core/recode/theme/shape.js';
import { titledBy } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { hasWords } from './has-words.js';
import { ThemeBody } from './ThemeBody.js';

export const themeView: ViewKind<ThemeRecipe> = {
  title: 'Code into themes',
  says: 'Answers in words, read and coded by hand, to one question.',
  noun: 'working',
  of: 'many',
  sources: 'texts',
  suits: hasWords,
  start: ({ sources }) => ({ kind: 'theme', sources: sources.map(({ id }) => id), themes: [], coders: [] }),
  startLabel: titledBy(', themes'),
  lack: ({ sources, coders }) =>
    sources.length === 0 ? 'Choose a text variable.' : coders.length === 0 ? 'Say who codes: one name at least.' : null,
  Body: ThemeBody,
};
