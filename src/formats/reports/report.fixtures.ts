import type { Report, ReportTable } from '../../core/report/report.js';
import { methodsNote } from '../../core/report/methods-note.js';
import { reportTable } from '../../core/report/report-table.js';
import { sentenceOfBlock } from '../../core/table/sentence.js';
import type { Shown } from '../../core/table/shown-shape.js';
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

function tableOfSurvey(number: number, asked: Asked, shown: Partial<Shown> = {}, answers = true): ReportTable {
  const { counts, block } = counted(people, asked);
  const table = { sentence: sentenceOfBlock(block), shown: { hatch: true, ...shown }, counts: [counts], groupings: [] };
  return reportTable(number, table, { variables: NAMED, sizes: undefined, answers });
}

const READ = { readings: [{ item: 0, nest: 0 }] };

/** A report of one table of each kind, among a section and a note. */
export function reportOfSurvey(): Report {
  const tables = [
    tableOfSurvey(
      1,
      {},
      { ...READ, figures: [{ figure: 'column-percent' }, { figure: 'count' }, { figure: 'letters' }] },
    ),
    tableOfSurvey(2, { by: false }),
    tableOfSurvey(3, { rows: 'crops', weight: weighing }, { ...READ, bases: { small: 200, hide: 10 } }),
    tableOfSurvey(4, { within: true, season: 1 }, READ),
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
