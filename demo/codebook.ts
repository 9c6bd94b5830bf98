import type { CodebookFile, FileCode } from '../src/core/codebook/codebook-file.js';

const list = (...labels: string[]): FileCode[] => labels.map((label, k) => ({ code: String(k + 1), label }));
const missing = (code: string, label: string, reason: NonNullable<FileCode['missing']>): FileCode => ({
  code,
  label,
  missing: reason,
});

export const SITES = ['Mill Row', 'Orchard Bank', 'Quarry Side', 'Station Field', 'Upper Ley', 'Weir End'] as const;
export const CROPS = [
  'Potatoes',
  'Beans',
  'Onions',
  'Courgettes',
  'Tomatoes',
  'Salad leaves',
  'Soft fruit',
  'Brassicas',
  'Herbs',
  'Cut flowers',
] as const;
export const CROP_COLUMNS = [
  'potatoes',
  'beans',
  'onions',
  'courgettes',
  'tomatoes',
  'salad',
  'fruit',
  'brassicas',
  'herbs',
  'flowers',
] as const;
export const FACILITIES = ['tap', 'store', 'compost', 'board', 'hut'] as const;

const AGREE = [
  ...list('Strongly disagree', 'Disagree', 'Neither', 'Agree', 'Strongly agree'),
  missing('9', 'No answer', 'other'),
];

const facility = (name: string) => `How often do you use the ${name} on your site?`;
const agreement = (text: string) => `How far do you agree: "${text}"`;

/** The codebook of the Fernhill survey, as it ships beside the data. */
export const codebook: CodebookFile = {
  name: 'Fernhill Allotments',
  subtitle: 'Spring and autumn 2026',
  codeLists: {
    yes_no: list('Yes', 'No'),
    use: [
      ...list('Weekly', 'Monthly', 'A few times a year', 'Never'),
      { code: '7', label: 'Not at my site' },
      missing('9', 'No answer', 'other'),
    ],
    agree: AGREE,
    reasons: list(
      'Fresh food',
      'Exercise',
      'Being outdoors',
      'Company',
      'Saving money',
      'Peace and quiet',
      'Teaching the children',
      'No garden at home',
      'Something else',
    ),
    watering: list('Watering can', 'Hose', 'Drip line', 'Water butt', 'Sprinkler', 'None'),
  },
  variables: [
    { name: 'id', label: 'Plot holder number', level: 'number' },
    { name: 'site', label: 'Site', question: 'Which site is your plot on?', level: 'unordered', codes: list(...SITES) },
    { name: 'season', label: 'Season of interview', level: 'unordered', codes: list('Spring', 'Autumn') },
    {
      name: 'age',
      label: 'Age',
      question: 'How old were you on your last birthday?',
      level: 'number',
      codes: [missing('999', 'Refused', 'refused')],
    },
    {
      name: 'years',
      label: 'Years on the plot',
      question: 'For how many years have you had your plot?',
      level: 'number',
    },
    {
      name: 'satisfaction',
      label: 'Satisfaction with the site',
      question: 'All in all, how satisfied are you with your site?',
      level: 'ordered',
      codes: [
        ...list('Very satisfied', 'Fairly satisfied', 'Neither', 'Fairly dissatisfied', 'Very dissatisfied'),
        missing('8', "Don't know", 'dont-know'),
        missing('9', 'Refused', 'refused'),
      ],
    },
    {
      name: 'use_tap',
      label: 'Uses the water tap',
      question: facility('water tap'),
      level: 'ordered',
      codeList: 'use',
    },
    {
      name: 'use_store',
      label: 'Uses the tool store',
      question: facility('tool store'),
      level: 'ordered',
      codeList: 'use',
    },
    {
      name: 'use_compost',
      label: 'Uses the compost bay',
      question: facility('compost bay'),
      level: 'ordered',
      codeList: 'use',
    },
    {
      name: 'use_board',
      label: 'Uses the notice board',
      question: facility('notice board'),
      level: 'ordered',
      codeList: 'use',
    },
    {
      name: 'use_hut',
      label: 'Uses the meeting hut',
      question: facility('meeting hut'),
      level: 'ordered',
      codeList: 'use',
    },
    ...CROP_COLUMNS.map((column, k) => ({
      name: `grow_${column}`,
      label: `Grows ${(CROPS[k] ?? '').toLowerCase()}`,
      question: 'Which of these do you grow?',
      level: 'unordered' as const,
      codeList: 'yes_no',
    })),
    {
      name: 'grow_none',
      label: 'Grows none of these',
      question: 'Which of these do you grow?',
      level: 'unordered',
      codeList: 'yes_no',
    },
    ...[1, 2, 3].map((k) => ({
      name: `reason_${k}`,
      label: `Reason for having a plot, mention ${k}`,
      question: 'Why do you have a plot? Up to three reasons.',
      level: 'unordered' as const,
      codeList: 'reasons',
    })),
    {
      name: 'water_main',
      label: 'Main watering method',
      question: 'How do you mostly water your plot?',
      level: 'unordered',
      codeList: 'watering',
    },
    ...[1, 2, 3].map((k) => ({
      name: `water_other_${k}`,
      label: `Other watering method, mention ${k}`,
      question: 'And how else do you water it?',
      level: 'unordered' as const,
      codeList: 'watering',
    })),
    {
      name: 'agree_belong',
      label: 'Feels at home on the site',
      question: agreement('I feel at home on this site.'),
      level: 'ordered',
      codeList: 'agree',
    },
    {
      name: 'agree_help',
      label: 'Neighbours help',
      question: agreement('My plot neighbours help when help is needed.'),
      level: 'ordered',
      codeList: 'agree',
    },
    {
      name: 'agree_stranger',
      label: 'Feels a stranger (reversed)',
      question: agreement('I often feel a stranger here.'),
      level: 'ordered',
      codeList: 'agree',
    },
    {
      name: 'agree_talk',
      label: 'Talks to others',
      question: agreement('I usually stop to talk to others.'),
      level: 'ordered',
      codeList: 'agree',
    },
    {
      name: 'agree_leave',
      label: 'Would not miss it (reversed)',
      question: agreement('I would not miss this site if I left.'),
      level: 'ordered',
      codeList: 'agree',
    },
    {
      name: 'agree_proud',
      label: 'Proud of the site',
      question: agreement('I am proud of what this site looks like.'),
      level: 'ordered',
      codeList: 'agree',
    },
    {
      name: 'plot_size',
      label: 'Plot size, m²',
      question: 'How large is your plot?',
      level: 'number',
      codes: [missing('n/a', 'Not known', 'dont-know')],
    },
    {
      name: 'shares',
      label: 'Shares the plot',
      question: 'Do you share your plot with somebody?',
      level: 'unordered',
      codeList: 'yes_no',
    },
    {
      name: 'renew',
      label: 'Will renew',
      question: 'Will you renew your plot next year?',
      level: 'unordered',
      codes: list('Yes', 'No', 'Unsure'),
    },
    { name: 'comment', label: 'Comment', question: 'Is there anything that you would like to add?', level: 'text' },
    { name: 'w', label: 'Survey weight', level: 'number' },
  ],
  multiple: [
    {
      name: 'crops',
      label: 'Crops grown',
      columns: CROP_COLUMNS.map((column, k) => ({ name: `grow_${column}`, label: CROPS[k] ?? column })),
      ticked: '1',
      none: 'grow_none',
    },
  ],
};
