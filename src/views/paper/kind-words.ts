import type { PaperKind } from '../../core/paper/paper.js';

/** What a paper can hold, in words, and how it is typed. */
export const KIND_WORDS: Record<PaperKind, { name: string; about: string }> = {
  cross: {
    name: 'one table: groups across, answers down',
    about: 'Type the counts, or paste the table from a spreadsheet, an article or plain text.',
  },
  strata: {
    name: 'several such tables, within a third variable',
    about: 'One table of counts for each category of the third variable, all with the same rows and columns.',
  },
  weighted: {
    name: 'one weighted table',
    about: 'For each cell: its respondents, the sum of their weights, and the sum of the squares of their weights.',
  },
  'one-way': {
    name: 'one list of counts',
    about: 'A count for each category; with the share that is expected of each, or without: then equal ones.',
  },
  multiple: {
    name: 'options by group, several answers each',
    about: 'The first row holds everyone who was asked; under it, how many of them mentioned each option.',
  },
  related: {
    name: 'yes/no answers of the same people',
    about:
      'A line for each pattern of answers: how many respondents gave it, then 1 for yes or 0 for no to each question.',
  },
  codings: {
    name: 'codes of several coders',
    about:
      'A line for each unit, the code that each coder gave it; empty where a coder gave none. Codes of a set have + ' +
      'between them, and “none” is a set without any.',
  },
};
