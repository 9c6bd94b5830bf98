import type { Report, ReportPicture, ReportTable } from '../../core/report/report.js';
import { methodsNote } from '../../core/report/methods-note.js';
import { reportTable } from '../../core/report/report-table.js';
import { sentenceOfBlock } from '../../core/table/sentence.js';
import type { Shown } from '../../core/table/shown-shape.js';
import { countedSummary, OF_GROWERS, VARIABLES as GROWERS } from '../../core/summary/summary.fixtures.js';
import { type Asked, counted, type Respondent, VARIABLES, weighing } from '../../core/table/survey.fixtures.js';

/** Names as studies have them, and as some are made to do harm. */
export const AWKWARD = {
  formula: '=HYPERLINK("http://x","y")',
  markup: 'Beans & <b>kale</b> | _both_ *',
  lines: 'Two\nlines\tand a tab',
  other: '日本 – “quoted”, ½ \\ $5 % #1 ~ ^',
};

const people: Respondent[] = Array.from({ length: 240 }, (_, k) => ({
  answer: k % 11 === 0 ? 0 : 1 + ((k + (k % 2) * (k % 5)) % 3),
  group: 1 + (k % 2),
  season: 1 + (k % 3),
  weight: 1 + (k % 4),
  crops: [0, 1, 2].filter((option) => (k + option) % (2 + option) === 0),
}));

const [ANSWER, GROUP] = [VARIABLES[0]!, VARIABLES[1]!];
const labels = [AWKWARD.markup, AWKWARD.lines, AWKWARD.other];
const NAMED = [
  { ...ANSWER, label: AWKWARD.formula, codes: ANSWER.codes.map((code, k) => ({ ...code, label: labels[k]! })) },
  { ...GROUP, label: AWKWARD.markup },
  ...VARIABLES.slice(2),
];

/** A picture as files take it; what is drawn of a table is another's work. */
const draw = ({ title }: { title: string }): ReportPicture => ({
  title,
  svg:
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 90 40" width="90" height="40">' +
    '<rect width="90" height="40"/></svg>',
  width: 90,
  height: 40,
  alt: `Picture of ${title}.`,
});

function tableOfSurvey(number: number, asked: Asked, shown: Partial<Shown> = {}, answers = true): ReportTable {
  const { counts, block } = counted(people, asked);
  const table = { sentence: sentenceOfBlock(block), shown: { hatch: true, ...shown }, counts: [counts], groupings: [] };
  return reportTable(number, table, { variables: NAMED, sizes: undefined, answers, draw });
}

const growers = people.map(({ answer, group, season, crops }, k) => {
  return { mood: answer, shares: 1 + (k % 2), site: group, age: k % 9 === 0 ? null : 20 + season * (k % 20), crops };
});

/** A variable of each level, some under names made to do harm. */
const GROWER_ROWS = [
  { variable: OF_GROWERS.age, label: AWKWARD.markup },
  { variable: OF_GROWERS.mood, label: AWKWARD.formula },
  { variable: OF_GROWERS.shares, label: AWKWARD.lines },
  { variable: OF_GROWERS.crops, label: AWKWARD.other },
];

/** A summary of them. */
function summaryOfGrowers(number: number): ReportTable {
  const figures = (['count', 'column-percent', 'mean', 'sd', 'median', 'quartiles'] as const).map((figure) => ({
    figure,
  }));
  const table = {
    ...countedSummary(growers, { rows: GROWER_ROWS }),
    shown: { hatch: true, figures, summary: { missing: 'row', adjusted: 'holm' } } satisfies Shown,
    groupings: [],
  };
  return reportTable(number, table, { variables: GROWERS, sizes: undefined, answers: true, draw });
}

/** A sweep of the same. */
function sweepOfGrowers(number: number): ReportTable {
  const { sentence, counts } = countedSummary(growers, { rows: GROWER_ROWS });
  const shown: Shown = { hatch: true, sweep: { sort: 'p' }, adjustment: 'bonferroni' };
  const table = { sentence: { ...sentence, summary: undefined }, counts, shown, groupings: [] };
  return reportTable(number, table, { variables: GROWERS, sizes: undefined, answers: true, draw });
}

const READ = { readings: [{ item: 0, nest: 0 }] };

/** A report of one table of each kind, among a section and a note. */
export function reportOfSurvey(): Report {
  const tables = [
    tableOfSurvey(
      1,
      {},
      { ...READ, handed: 'both', figures: [{ figure: 'column-percent' }, { figure: 'count' }, { figure: 'letters' }] },
    ),
    tableOfSurvey(2, { by: false }),
    tableOfSurvey(3, { rows: 'crops', weight: weighing }, { ...READ, bases: { small: 200, hide: 10 } }),
    tableOfSurvey(4, { within: true, season: 1 }, { ...READ, handed: 'both' }),
    summaryOfGrowers(5),
    sweepOfGrowers(6),
  ];
  return {
    title: `${AWKWARD.formula}: binder`,
    facts: [
      { what: 'Study', text: AWKWARD.markup },
      { what: 'Wave', text: AWKWARD.other },
      { what: 'Made', text: '2026-11-30 05:00 UTC' },
    ],
    items: [{ is: 'section', title: AWKWARD.markup }, { is: 'note', text: AWKWARD.lines }, ...tables],
    methods: methodsNote(tables),
  };
}
