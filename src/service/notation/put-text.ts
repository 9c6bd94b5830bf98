import { Fault } from '../../core/fault.js';
import type { Delta, Part } from '../../core/ledger/delta-shape.js';
import { type ParsedStudy, parseStudy } from '../../core/notation/parse-study.js';
import { applyStudy } from '../../core/notation/study/apply-study.js';
import { kindOfDelta, sayDelta } from '../../core/notation/study/say-delta.js';
import type { TextProblem } from '../../core/notation/text/problem.js';
import { whyNoSizeWords } from '../../core/reading/size-words.js';
import { freshId } from '../../store/fresh-id.js';
import type { Db } from '../../store/open.js';
import { differenceOf, putSide, readState } from '../../store/state.js';
import { nameStudy, setSettings, settingsOf, studyRow, touchStudy } from '../../store/study.js';
import { whoAsks } from '../asking.js';
import type { OpenStudy, Service } from '../context.js';
import { record } from '../ledger.js';
import { change } from '../open-study.js';
import { columnsIn, knownIn } from './study-text.js';

/** A text for a study. */
export interface SentText {
  text: string;
  /** It is all of the study: what it does not say is taken out. Otherwise it is added. */
  whole: boolean;
  /** Codings are part of it; otherwise they stay as they are. */
  codings?: boolean | undefined;
}

/** What a text would do. */
export interface CheckedText {
  problems: TextProblem[];
  remarks: TextProblem[];
  /** What would change, in words; null: nothing, or it cannot be done. */
  words: string | null;
}

const KEPT_AS: Record<Part, 'variable' | 'code_list' | 'working' | 'saved_table' | 'binder' | 'mark'> = {
  variable: 'variable',
  list: 'code_list',
  working: 'working',
  table: 'saved_table',
  binder: 'binder',
  mark: 'mark',
};

/** What a text that was read comes to in a study. @param fresh an id for a new thing */
function differenceBy(
  db: Db,
  parsed: ParsedStudy,
  { whole, codings = false }: Omit<SentText, 'text'>,
  fresh: (part: Part) => number,
): { delta: Delta | null; problems: TextProblem[] } {
  const now = readState(db);
  const applied = applyStudy({
    written: parsed.study,
    now,
    isWhole: whole,
    ...columnsIn(db),
    fresh,
    at: new Date().toISOString(),
    by: whoAsks().name ?? '',
  });
  const isCoded = codings && whoAsks().seesRows !== false;
  // Of workings that go, so do the codings.
  const stays = new Map([...now.mark].filter(([, { working }]) => applied.state.working.has(working)));
  const state = isCoded ? applied.state : { ...applied.state, mark: stays };
  return { delta: differenceOf(now, state), problems: applied.problems };
}

const headProblems = ({ study: { head } }: ParsedStudy): TextProblem[] => {
  const wrong = head && head.sizeWords.length > 0 ? whyNoSizeWords(head.sizeWords) : null;
  return wrong === null
    ? []
    : [{ line: 1, column: 1, end: 2, message: `The words for size cannot be so. ${wrong}`, mend: 'Mend them.' }];
};

/** Ids of things that are not made. */
function countedUp(): (part: Part) => number {
  let next = Number.MAX_SAFE_INTEGER - 100_000_000;
  return () => next++;
}

/** Reads a text for a study, and says what it would do. Nothing is changed. */
export function checkText({ db }: OpenStudy, sent: SentText): CheckedText {
  const parsed = parseStudy(sent.text, knownIn(db), sent.whole);
  if (parsed.problems.length > 0) return { problems: parsed.problems, remarks: parsed.remarks, words: null };
  const { delta, problems } = differenceBy(db, parsed, sent, countedUp());
  const all = [...headProblems(parsed), ...problems];
  return { problems: all, remarks: parsed.remarks, words: all.length === 0 && delta ? sayDelta(delta) : null };
}

/** Of the problems of a text, what is said where only one can be. */
export function faultOfText(problems: readonly TextProblem[], file?: string): Fault {
  const [first] = problems;
  const { line = 1, column = 1, message = 'The text cannot be read.', mend = '' } = first ?? {};
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
  return new Fault('invalid', `Line ${line}, column ${column}: ${message}${more}`, mend, {
    ...(file === undefined ? {} : { file }),
    line,
    column,
    field: 'text',
  });
}

function putHead(db: Db, { study: { head } }: ParsedStudy): void {
  if (!head) return;
  const { name, subtitle, settings } = studyRow(db);
  const words = head.sizeWords.length > 0 ? head.sizeWords : undefined;
  const isSame = name === head.name && subtitle === head.subtitle;
  const areSame = JSON.stringify(settings.sizeWords ?? []) === JSON.stringify(head.sizeWords);
  if (isSame && areSame) return;
  nameStudy(db, head.name, head.subtitle);
  setSettings(db, { ...settingsOf(db), sizeWords: words });
  touchStudy(db);
}

/**
 * Makes a study what a text says, or adds what a text says, as one entry of the ledger; what stands on it is computed
 * again.
 * @returns what was changed, in words; null: nothing
 * @throws Fault naming the line and the column of the first thing that cannot be; nothing is changed then
 */
export const putText = (service: Service, study: OpenStudy, sent: SentText): Promise<PutText> =>
  change(service, study, () => putParsed(service, study, parseStudy(sent.text, knownIn(study.db), sent.whole), sent));

/** What was changed, in words; null: nothing. */
export interface PutText {
  words: string | null;
}

/** Puts a text that was read into a study, within a change of it. */
export async function putParsed(
  service: Service,
  study: OpenStudy,
  parsed: ParsedStudy,
  sent: Omit<SentText, 'text'>,
): Promise<PutText> {
  const { db } = study;
  if (parsed.problems.length > 0) throw faultOfText(parsed.problems);
  const planned = differenceBy(db, parsed, sent, countedUp());
  const problems = [...headProblems(parsed), ...planned.problems];
  if (problems.length > 0) throw faultOfText(problems);
  if (!planned.delta) {
    db.transaction(() => putHead(db, parsed)).immediate();
    return { words: null };
  }
  const words = sayDelta(planned.delta);
  await record(service, study, kindOfDelta(planned.delta), words, () => {
    const { delta } = differenceBy(db, parsed, sent, (part) => freshId(db, KEPT_AS[part]));
    if (delta) putSide(db, delta, 'after', studyRow(db).respondents);
    putHead(db, parsed);
  });
  return { words };
}
