import type { SetsColumn } from '../../count/column.js';
import { SET_STATE, statesIn } from '../../count/set-state.js';
import { byId } from '../../by-id.js';
import { fixed, whole } from '../../figures.js';
import { total } from '../../numerics/total.js';
import { plural } from '../../words.js';
import type { Finding, Proof } from '../proof-shape.js';
import { agreementOf } from './agreement.js';
import type { Mark, Verdict } from './mark.js';
import { atTop, MOST_AT_TOP, pathOf, standing, standsFor } from './sheet.js';
import type { ThemeRecipe } from './shape.js';
import type { Stand } from './stand.js';

/** What the proof looks at. */
export interface ThemeProved {
  /** Respondents by answer. */
  answers: ReadonlyMap<string, number>;
  marks: readonly Mark[];
  stands: ReadonlyMap<string, Stand>;
  column: SetsColumn;
  /** Respondents who mention each theme, in the order of the sheet. */
  mentioned: readonly number[];
}

/** Respondents and different answers. */
interface Count {
  answers: number;
  respondents: number;
}

type Counts = Record<Verdict | 'not-yet', Count>;

/** How the answers were coded, by the marks alone: those that settle first, then the coders in their order. */
function countedAgain(
  { coders }: ThemeRecipe,
  { answers, marks }: ThemeProved,
): { counts: Counts; mentions: number[][] } {
  const nobody = (): Count => ({ answers: 0, respondents: 0 });
  const counts: Counts = {
    themes: nobody(),
    'fits-nothing': nobody(),
    unclear: nobody(),
    'left-out': nobody(),
    'not-yet': nobody(),
  };
  const left = new Map(answers);
  const mentions: number[][] = [];
  const take = (isOf: (mark: Mark) => boolean) => {
    for (const mark of marks) {
      const respondents = isOf(mark) ? left.get(mark.text) : undefined;
      if (respondents === undefined) continue;
      left.delete(mark.text);
      mentions.push([respondents, ...mark.themes]);
      counts[mark.verdict].answers++;
      counts[mark.verdict].respondents += respondents;
    }
  };
  take(({ settles }) => settles);
  for (const { name } of coders) take(({ settles, coder }) => !settles && coder === name);
  take(({ settles }) => !settles);
  counts['not-yet'] = { answers: left.size, respondents: total(left.values()) };
  return { counts, mentions };
}

function coveredFinding({
  themes,
  'fits-nothing': nothing,
  unclear,
  'left-out': out,
  'not-yet': not,
}: Counts): Finding {
  const said = [
    `${whole(themes.respondents)} have themes`,
    `${whole(nothing.respondents)} fit none`,
    `${whole(unclear.respondents)} are unclear`,
    `${whole(out.respondents)} are left out`,
    `${whole(not.respondents)} are not coded yet`,
  ];
  const all = total([themes, nothing, unclear, out, not].map(({ respondents }) => respondents));
  return {
    id: 'covered',
    holds: not.answers === 0,
    title: 'Coded',
    text: `Of ${whole(all)} answers ${said.slice(0, -1).join(', ')} and ${said.at(-1)!}.`,
    codes: [],
  };
}

function sheetFinding(recipe: ThemeRecipe, mentioned: readonly number[]): Finding[] {
  const top = atTop(recipe.themes).length;
  const unused = standing(recipe.themes).filter((_, k) => mentioned[k] === 0);
  const many =
    `${top} themes at the top level: more than ${MOST_AT_TOP} are hard to keep apart. Merge small ones, ` +
    'or put them under broader ones.';
  return [
    ...(top > MOST_AT_TOP
      ? [
          {
            id: 'sheet' as const,
            holds: true,
            title: 'Many themes',
            text: many,
            codes: [],
          },
        ]
      : []),
    ...(unused.length > 0
      ? [
          {
            id: 'empty' as const,
            holds: true,
            title: 'Themes without answers',
            text: `No answer has ${unused.map((theme) => `“${pathOf(recipe.themes, theme)}”`).join(', ')}.`,
            codes: unused.map(({ id }) => String(id)),
          },
        ]
      : []),
  ];
}

function coderFindings(recipe: ThemeRecipe, { marks, stands }: ThemeProved): Finding[] {
  const names = recipe.coders.map(({ name }) => name);
  const open = [...stands.values()].filter(({ differs, settled }) => differs && !settled).length;
  const findings: Finding[] = [];
  const [first, ...others] = names;
  for (const second of others) {
    if (first === undefined) break;
    const { answers, alike, alpha } = agreementOf(recipe, marks, [first, second]);
    const value = alpha.jaccard.value;
    const said =
      value === null ? '' : `; Krippendorff’s alpha of sets is ${fixed(value, 2).replace(/^(-?)0/u, '$1')} (Jaccard)`;
    findings.push({
      id: 'agreement',
      holds: true,
      title: 'Agreement',
      text:
        answers === 0
          ? `${first} and ${second} coded no answer both.`
          : `${first} and ${second} coded ${plural(answers, 'answer')} both, ${whole(alike)} of them alike${said}.`,
      codes: [],
    });
  }
  if (open > 0)
    findings.push({
      id: 'differs',
      holds: false,
      title: 'Not settled',
      text: `Coders differ on ${plural(open, 'answer')}: what the first of them said counts until it is settled.`,
      codes: [],
    });
  return findings;
}

/** Old against new for themes: whether every answer was looked at, whether mentions reconcile, how coders agree. */
export function proveTheme(recipe: ThemeRecipe, proved: ThemeProved): Proof {
  const { column, mentioned } = proved;
  const respondents = column.state.length;
  const states = statesIn(column.state);
  const at = (state: number) => states[state] ?? 0;
  const { counts, mentions } = countedAgain(recipe, proved);
  const themes = standing(recipe.themes);
  const again = new Map<number, number>();
  for (const [people = 0, ...ids] of mentions)
    for (const id of new Set(ids.map((given) => standsFor(recipe.themes, given))))
      if (id !== null) again.set(id, (again.get(id) ?? 0) + people);
  const all = total(mentioned);
  const coded = counts.themes.respondents + counts['fits-nothing'].respondents;
  const agrees =
    themes.every(({ id }, k) => (again.get(id) ?? 0) === mentioned[k]) &&
    at(SET_STATE.mentioned) + at(SET_STATE.none) === coded &&
    at(SET_STATE.nothing) === counts.unclear.respondents &&
    at(SET_STATE['not-coded']) === counts['not-yet'].respondents;
  const findings: Finding[] = [
    coveredFinding(counts),
    ...sheetFinding(recipe, mentioned),
    ...coderFindings(recipe, proved),
    {
      id: 'reconciled',
      holds: agrees,
      title: 'Reconciled',
      text:
        `${whole(all)} mentions of themes by ${whole(at(SET_STATE.mentioned))} of ${whole(respondents)} respondents` +
        (agrees ? ': the codings, counted answer by answer, come to the same.' : ', and the codings come to others.'),
      codes: [],
    },
  ];
  const silent = at(SET_STATE.blank) + at(SET_STATE['not-asked']) + at(SET_STATE['no-answer']);
  const notYet = at(SET_STATE['not-coded']);
  const others = (k: number) => respondents - silent - notYet - (mentioned[k] ?? 0);
  return {
    holds: findings.every(({ holds }) => holds),
    findings,
    columns: [
      { code: 'ticked', label: 'Mentioned', missing: false, respondents: all },
      { code: 'unticked', label: 'Not mentioned', missing: false, respondents: 0 },
      { code: 'not-coded', label: 'Not coded yet', missing: true, respondents: 0 },
      { code: 'blank', label: 'No answer', missing: true, respondents: 0 },
    ],
    rows: themes.map((theme, k) => ({
      code: String(theme.id),
      label: pathOf(recipe.themes, byId(recipe.themes, theme.id)!),
      missing: false,
      respondents,
      went: [mentioned[k] ?? 0, others(k), notYet, silent],
    })),
    respondents,
  };
}
