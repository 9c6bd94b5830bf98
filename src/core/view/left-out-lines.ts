import type { TableView } from './types.js';

/** Who is in the study and who was left out, of several blocks of which: a text and a number a line. */
export function leftOutLines(view: TableView): [string, number][] {
  const all = view.summary ? [view.summary.base] : (view.frequencies ?? view).blocks.flat();
  const of = (title: string) => (all.length > 1 ? ` of ${title}` : '');
  return [
    ['Respondents in the study', all[0]?.total ?? 0],
    ...all.flatMap(({ title, leftOut }) =>
      leftOut.map(({ variable, reason, respondents }): [string, number] => [
        `Left out${of(title)}, ${variable}: ${reason}`,
        respondents,
      ]),
    ),
  ];
}
