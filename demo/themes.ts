import type { Theme } from '../src/core/recode/theme/shape.js';

/** The themes of the demo's comments, by what the generator calls them. */
export const THEME_IDS = {
  grounds: 1,
  water: 2,
  animals: 3,
  paths: 4,
  weeds: 5,
  shared: 6,
  hut: 7,
  compost: 8,
  run: 9,
  rent: 10,
  waiting: 11,
  committee: 12,
  people: 13,
  theft: 14,
  content: 15,
} as const;
export type ThemeKey = keyof typeof THEME_IDS;

const theme = (key: ThemeKey, name: string, under: ThemeKey | null, words: Partial<Theme>): Theme => ({
  id: THEME_IDS[key],
  name,
  ...words,
  under: under === null ? null : THEME_IDS[under],
  into: null,
});

/** The code sheet of the demo, as two coders agreed on it. */
export const SHEET: readonly Theme[] = [
  theme('grounds', 'The grounds', null, {
    definition: 'The ground itself and what stands on it, nothing nearer said.',
  }),
  theme('water', 'Water', 'grounds', {
    definition: 'Taps, troughs, butts, hoses: whether there is water, and where.',
    belongs: 'The tap by the gate needs mending.',
    not: 'Wishes for a dry summer.',
  }),
  theme('animals', 'Animals and fences', 'grounds', {
    definition: 'Deer, rats, rabbits, pigeons, slugs; and the fences that should keep them out.',
    belongs: 'Deer got in again.',
    not: 'A fence that people climb over: that is theft.',
  }),
  theme('paths', 'Paths and gates', 'grounds', {
    definition: 'How one gets in and about: paths, gates, parking, help for those who walk badly.',
    belongs: 'The lower path is under water all winter.',
    not: 'A gate that is left open to thieves: that is theft.',
  }),
  theme('weeds', 'Weeds and neglected plots', 'grounds', {
    definition: 'Plots that nobody works, and what grows over from them.',
    belongs: 'Too many empty plots, they seed weeds everywhere',
    not: 'Empty plots while people wait for one, without a word of weeds: that is the waiting list.',
  }),
  theme('shared', 'Shared things', null, { definition: 'Tools, mowers, boards and whatever else is used together.' }),
  theme('hut', 'Hut and store', 'shared', {
    definition: 'The hut, the shed, the tool store: whether there is one, open, dry and clean.',
    belongs: 'The hut is always locked on Sundays.',
    not: 'Break-ins: those are theft.',
  }),
  theme('compost', 'Compost and deliveries', 'shared', {
    definition: 'Compost bays, manure, wood chips, skips for rubbish.',
    belongs: 'More compost bays please',
  }),
  theme('run', 'How it is run', null, { definition: 'The association as a whole, nothing nearer said.' }),
  theme('rent', 'Rent', 'run', {
    definition: 'What a plot costs, deposits, what one gets for it.',
    belongs: 'Rent went up 12% and nothing changed',
  }),
  theme('waiting', 'Waiting list', 'run', {
    definition: 'How long one waits, who gets which plot, halves and second plots.',
    belongs: 'Waited three years for a plot; worth it.',
  }),
  theme('committee', 'Committee and news', 'run', {
    definition: 'What the committee does, rules, inspections, letters, notice boards, meetings.',
    belongs: 'Nobody answers letters.',
  }),
  theme('people', 'Neighbours and company', null, {
    definition: 'Who else is there, help, quarrels, open days.',
    belongs: 'Good neighbours, good soil.',
  }),
  theme('theft', 'Theft and damage', null, {
    definition: 'What is taken or broken by people, and locks against it.',
    belongs: 'My shed was broken into twice.',
  }),
  theme('content', 'Content as it is', null, {
    definition: 'Says that it is well, and nothing nearer.',
    belongs: 'Happy as it is.',
    not: 'Praise of one thing: that is the theme of the thing.',
  }),
  // It was a theme of its own until they saw how few had it.
  { id: 16, name: 'Parking', under: null, into: THEME_IDS.paths },
];
