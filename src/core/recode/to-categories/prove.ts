import { isAnswer, MISSING_REASONS, MISSING_WORDS } from '../../codebook/types.js';
import { whole } from '../../figures.js';
import { type Finding, type Proof } from '../proof-shape.js';
import { OTHER, type Sorted, type Categorized } from './compute.js';

/** The column of the proof for a value; that of "Other" is not the reason "other". */
const REST = 'to other';
const columnOf = (sorted: Sorted) =>
  sorted.is === 'missing' ? sorted.missing : sorted.is === 'other' ? REST : sorted.is;

/** More values than this are not listed one by one. */
const MOST_ROWS = 300;

/** Old against new for a conversion to categories: each value and the category that it became. */
export function proveToCategories(result: Categorized, blank: number): Proof {
  const { made, values } = result;
  const sum = (is: Sorted['is']) =>
    values.reduce((all, value) => all + (value.sorted.is === is ? value.respondents : 0), 0);
  const count = (is: Sorted['is']) => values.filter(({ sorted }) => sorted.is === is).length;
  const answers = sum('category') + sum('other');
  const filled = answers + sum('missing');
  const categories = made.codes.filter(isAnswer);
  const merged = count('category') - categories.filter(({ code }) => code !== OTHER).length;
  const missing = values.filter(({ sorted }) => sorted.is === 'missing');
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: answers > 0,
      title: 'Covered',
      text:
        answers === 0
          ? 'There is no answer to make a category of.'
          : `${whole(count('category') + count('other'))} different values in ${whole(categories.length)} ` +
            'categories' +
            (merged > 0 ? `; ${whole(merged)} were alike or put together` : '') +
            '.',
      codes: [],
    },
    ...(count('other') > 0
      ? [
          {
            id: 'left-over' as const,
            holds: true,
            title: 'Other',
            text: `${whole(count('other'))} rare values of ${whole(sum('other'))} respondents go to Other, by choice.`,
            codes: [],
          },
        ]
      : []),
    {
      id: 'made-missing',
      holds: true,
      title: 'No answers',
      text:
        missing.length === 0
          ? 'No value is declared to be none.'
          : `${missing
              .slice(0, 6)
              .map(({ text, respondents }) => `“${text}” (${whole(respondents)})`)
              .join(', ')}${missing.length > 6 ? ', …' : ''}.`,
      codes: missing.map(({ text }) => text),
    },
    {
      id: 'reconciled',
      holds: values.reduce((all, value) => all + value.respondents, 0) === filled,
      title: 'Reconciled',
      text: `${whole(filled)} values, ${whole(answers)} of them answers; ${whole(blank)} blank stay blank.`,
      codes: [],
    },
  ];
  const reasons = MISSING_REASONS.filter((reason) =>
    missing.some(({ sorted }) => sorted.is === 'missing' && sorted.missing === reason),
  );
  const columns = [
    { code: 'category', label: 'A category', missing: false },
    ...(count('other') > 0 ? [{ code: REST, label: 'Other', missing: false }] : []),
    ...reasons.map((reason) => ({ code: reason, label: MISSING_WORDS[reason], missing: true })),
    { code: '', label: 'Blank', missing: true },
  ];
  const label = (sorted: Sorted) =>
    sorted.is === 'category' ? made.codes.find(({ code }) => code === sorted.category)?.label : undefined;
  const listed = [...values].sort((a, b) => b.respondents - a.respondents);
  const rows = listed.slice(0, MOST_ROWS).map(({ text, respondents, sorted }) => {
    const to = label(sorted);
    const into = columnOf(sorted);
    return {
      code: text,
      label: to === undefined || to === text ? text : `to ${to}`,
      missing: sorted.is === 'missing',
      respondents,
      went: columns.map(({ code }) => (code === into ? respondents : 0)),
    };
  });
  const rest = listed.slice(MOST_ROWS);
  const restOf = (column: string) =>
    rest.reduce((all, { sorted, respondents }) => all + (columnOf(sorted) === column ? respondents : 0), 0);
  if (rest.length > 0)
    rows.push({
      code: '',
      label: `${whole(rest.length)} more values`,
      missing: false,
      respondents: rest.reduce((all, item) => all + item.respondents, 0),
      went: columns.map(({ code }) => restOf(code)),
    });
  rows.push({
    code: '',
    label: 'Blank',
    missing: true,
    respondents: blank,
    went: columns.map(({ code }) => (code === '' ? blank : 0)),
  });
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: columns.map((column, k) => ({
      ...column,
      respondents: rows.reduce((all, { went }) => all + went[k]!, 0),
    })),
    rows,
    respondents: filled + blank,
  };
}
