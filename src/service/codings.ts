import { byId } from '../core/by-id.js';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { type Agreement, agreementOf, type CodedTwice, codedTwice } from '../core/recode/theme/agreement.js';
import { answerOf, writtenAnswer } from '../core/recode/theme/answer-text.js';
import { isStanding } from '../core/recode/theme/check.js';
import { codingsTable, marksOfTable } from '../core/recode/theme/codings-table.js';
import { isDrawn } from '../core/recode/theme/draw.js';
import { type Mark, markKey, type Verdict } from '../core/recode/theme/mark.js';
import type { Coder, ThemeRecipe } from '../core/recode/theme/shape.js';
import { asOnSheet, standsOf } from '../core/recode/theme/stand.js';
import { plural } from '../core/words.js';
import { writeCsv } from '../formats/csv-write.js';
import type { Db } from '../store/open.js';
import { markOf, marksOf, putMark, removeMark } from '../store/marks.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { record } from './ledger.js';
import { linesOfFile, type SentFile } from './lines-of-file.js';
import { change } from './open-study.js';
import { jobSources } from './settle.js';
import type { Answer } from './worker/answers-job.js';

/** A working that codes answers, with the variable that it makes. */
export interface ThemeWorking {
  id: number;
  recipe: ThemeRecipe;
  variable: VariableRow;
}

/** @throws Fault where there is no such working, or it codes no answers */
export function themeWorking({ db }: OpenStudy, id: number): ThemeWorking {
  const working = byId(allWorkings(db), id);
  const variable = allVariables(db).find(({ workingId }) => workingId === id);
  if (!working || !variable)
    throw new Fault('not-found', `The study has no working ${id}.`, 'Choose one from the list of workings.', {
      field: 'working',
    });
  if (working.recipe.kind !== 'theme')
    throw new Fault('unsupported', `${titleOf(variable)} is not made of themes.`, 'Choose a working of themes.', {
      field: 'working',
    });
  return { id, recipe: working.recipe, variable };
}

/** @throws Fault where nobody is called so */
function coderOf({ coders }: ThemeRecipe, name: string): Coder {
  const coder = coders.find((own) => own.name === name);
  if (coder) return coder;
  const names = coders.map((own) => own.name).join(', ');
  throw new Fault(
    'not-found',
    `Nobody called “${name}” codes here.`,
    names === '' ? 'Write who codes into the working first.' : `Choose one of ${names}.`,
    { field: 'coder' },
  );
}

/** The different answers to the texts of a recipe, with who gave them. */
function answersIn(service: Service, { db, file }: OpenStudy, recipe: ThemeRecipe): Promise<Answer[]> {
  const sources = jobSources(recipe, allVariables(db));
  return service.run('answers', { file, respondents: studyRow(db).respondents, sources });
}

/** What was said of an answer. */
interface Said {
  verdict: Verdict;
  themes: readonly number[];
}

/** An answer as a coder sees it. */
interface AnswerToCode extends Answer {
  /** What this coder said; where no coder is asked for, what counts. Null: nothing yet. */
  said: Said | null;
  /** Of what counts: coders said it differently, and it is not settled. */
  open: boolean;
  /** As this coder lets it be quoted; where no coder is asked for, any of them. Null: it is no quotation. */
  quote: string | null;
}

export interface AnswersToCode {
  answers: AnswerToCode[];
  /** Different answers that are not coded yet, of those listed. */
  left: number;
}

/**
 * The answers of a working of themes with what one coder said of them, and nobody else: coding is blind. Of a coder
 * for whom a share is drawn, only the answers of that share.
 * @param name of the coder; absent: what counts, of all coders
 * @throws Fault
 */
export async function answersToCode(
  service: Service,
  study: OpenStudy,
  working: number,
  name?: string,
): Promise<AnswersToCode> {
  const { db } = study;
  const { recipe } = themeWorking(study, working);
  const coder = name === undefined ? null : coderOf(recipe, name);
  const all = await answersIn(service, study, recipe);
  const marks = marksOf(db, working);
  const own = marks.filter((mark) => !mark.settles && mark.coder === name);
  const said = new Map(own.map((mark) => [mark.text, asOnSheet(recipe.themes, mark)]));
  const stands = coder ? null : standsOf(recipe, marks);
  const quotes = new Map((coder ? own : marks).flatMap(({ text, quote }) => (quote === null ? [] : [[text, quote]])));
  const answers = all
    .filter(({ text }) => coder === null || isDrawn(coder, text))
    .map((answer): AnswerToCode => {
      const stand = stands?.get(answer.text);
      const mark = stand ? stand.counts : said.get(answer.text);
      return {
        ...answer,
        said: mark ? { verdict: mark.verdict, themes: mark.themes } : null,
        open: stand !== undefined && stand.differs && !stand.settled,
        quote: quotes.get(answer.text) ?? null,
      };
    });
  return { answers, left: answers.filter((answer) => answer.said === null).length };
}

/** What is said of some answers at once. */
interface Coding {
  texts: readonly string[];
  /** Null: what was said of them is taken back. */
  verdict: Verdict | null;
  themes: readonly number[];
}

export interface CodingsSent {
  /** Who codes, or who settles. */
  coder: string;
  /** It settles what coders said differently. */
  settles?: boolean | undefined;
  codings: readonly Coding[];
}

function checkCodings({ recipe }: ThemeWorking, { coder, settles = false, codings }: CodingsSent): void {
  if (!settles) coderOf(recipe, coder);
  const seen = new Set<string>();
  codings.forEach(({ texts, verdict, themes }, k) => {
    const field = `codings[${k}]`;
    const unknown = themes.find((id) => !isStanding(recipe, id));
    if (unknown !== undefined)
      throw new Fault('not-found', `The code sheet has no theme ${unknown}.`, 'Choose one that is on it.', {
        field: `${field}.themes`,
      });
    if ((verdict === 'themes') !== themes.length > 0)
      throw new Fault(
        'invalid',
        verdict === 'themes'
          ? 'An answer is coded, and has no theme.'
          : 'An answer has themes and is said to have none.',
        'Give it themes with the verdict “themes”, or another verdict without any.',
        { field },
      );
    for (const text of texts.map(writtenAnswer)) {
      if (text === '' || seen.has(text))
        throw new Fault(
          'invalid',
          text === '' ? 'An answer is empty.' : `“${text.slice(0, 60)}” is coded twice.`,
          'Send each answer once.',
          { field: `${field}.texts` },
        );
      seen.add(text);
    }
  });
}

/** How many answers were coded, or were said not to be. */
export interface CodingsKept {
  answers: number;
}

/** How many codings of a file were taken in. */
export interface CodingsTaken extends CodingsKept {
  /** Of those, codings of answers that nobody gives in the study. */
  unknown: number;
}

/**
 * Writes marks of a working down, each in the place of what was said there before; what was a quotation stays one. In a
 * transaction.
 */
function putMarks(
  db: Db,
  working: number,
  marks: readonly (Omit<Mark, 'verdict'> & { verdict: Verdict | null })[],
): void {
  // Of two of the same in a file that somebody else wrote the last one counts.
  const last = new Map(marks.map((mark) => [markKey(mark), mark]));
  const texts = new Set(marks.map(({ text }) => text));
  const touched = marksOf(db, working).filter(({ text }) => texts.has(text));
  const before = new Map(touched.map((mark) => [markKey(mark), mark]));
  const madeAt = new Date().toISOString();
  for (const [key, { verdict, quote, ...mark }] of last) {
    const { id = null, quote: quoted = null } = before.get(key) ?? {};
    if (verdict !== null) putMark(db, { ...mark, id, working, verdict, madeAt, quote: quote ?? quoted });
    else if (id !== null) removeMark(db, id);
  }
}

/**
 * Keeps what a coder says of answers, or what settles between coders, as one entry of the ledger. What the working
 * makes, and all that stands on it, follows in the same transaction.
 * @throws Fault naming the coding that cannot be taken; nothing is kept then
 */
export function keepCodings(
  service: Service,
  study: OpenStudy,
  working: number,
  sent: CodingsSent,
): Promise<CodingsKept> {
  return change(service, study, async () => {
    const { db } = study;
    const theme = themeWorking(study, working);
    checkCodings(theme, sent);
    const { coder, settles = false, codings } = sent;
    const answers = codings.reduce((sum, { texts }) => sum + texts.length, 0);
    const done = settles ? 'Settled' : 'Coded';
    const words = `${done} ${plural(answers, 'answer')} of ${titleOf(theme.variable)} (${coder})`;
    const marks = codings.flatMap(({ texts, verdict, themes }) =>
      texts.map((text) => ({ text: writtenAnswer(text), verdict, themes, coder, settles, quote: null })),
    );
    await record(service, study, 'working', words, () => putMarks(db, working, marks));
    return { answers };
  });
}

/** An answer as it may be quoted. */
export interface Quotation {
  coder: string;
  text: string;
  /** Null: it is no quotation any more. */
  quote: string | null;
}

/**
 * Marks an answer that a coder coded as a quotation, in the words in which it may be quoted.
 * @throws Fault where that coder has not coded it
 */
export function quoteAnswer(
  service: Service,
  study: OpenStudy,
  working: number,
  { coder, text, quote }: Quotation,
): Promise<CodingsKept> {
  return change(service, study, async () => {
    const { recipe, variable } = themeWorking(study, working);
    coderOf(recipe, coder);
    const key = markKey({ text: writtenAnswer(text), coder, settles: false });
    const mark = marksOf(study.db, working).find((own) => markKey(own) === key);
    if (!mark)
      throw new Fault('conflict', 'The answer is not coded yet.', `Let ${coder} code it, then quote it.`, {
        field: 'text',
      });
    const done = quote === null ? 'Quotes no more' : 'Quotes';
    const words = `${done} an answer of ${titleOf(variable)} (${coder})`;
    await record(service, study, 'working', words, () => putMark(study.db, { ...mark, quote: quote?.trim() ?? null }));
    return { answers: 1 };
  });
}

/**
 * Codings as CSV, a line for each answer and coder: what is not coded yet can be coded elsewhere.
 * @param coder whose they are, of the answers drawn for them; absent: those of all, and what was settled
 */
export async function codingsAsCsv(
  service: Service,
  study: OpenStudy,
  working: number,
  coder?: string,
): Promise<{ title: string; text: string }> {
  const { recipe, variable } = themeWorking(study, working);
  const { answers } = await answersToCode(service, study, working, coder);
  const marks = marksOf(study.db, working).map((mark) => asOnSheet(recipe.themes, mark));
  const title = `${titleOf(variable)} codings${coder === undefined ? '' : ` ${coder}`}`;
  return { title, text: writeCsv(codingsTable(recipe, answers, marks, coder)) };
}

/** Keeps marks of a working as one entry of the ledger, within a change of the study. */
export const keepMarks = (
  service: Service,
  study: OpenStudy,
  working: number,
  marks: readonly Mark[],
  words: string,
): Promise<void> => record(service, study, 'working', words, () => putMarks(study.db, working, marks));

/**
 * Takes codings in that were made elsewhere, all or none, as one entry of the ledger.
 * @param coder of lines that name none
 * @throws Fault naming the line that cannot be taken
 */
export function importCodings(
  service: Service,
  study: OpenStudy,
  working: number,
  { name, body, coder }: SentFile & { coder?: string | undefined },
): Promise<CodingsTaken> {
  return change(service, study, async () => {
    const { recipe, variable } = themeWorking(study, working);
    const lines = await linesOfFile(service, { name, body });
    const given = new Set((await answersIn(service, study, recipe)).map(({ text }) => text));
    const marks = marksOfTable(recipe, lines, coder).map((mark) => {
      // Lines of one variable's text are one line of the answer; elsewhere it may have been copied with its lines.
      const inOneLine = answerOf([mark.text]) ?? mark.text;
      return !given.has(mark.text) && given.has(inOneLine) ? { ...mark, text: inOneLine } : mark;
    });
    const words = `Took ${plural(marks.length, 'coding')} of ${titleOf(variable)} in from ${name}`;
    await keepMarks(service, study, working, marks, words);
    return { answers: marks.length, unknown: marks.filter(({ text }) => !given.has(text)).length };
  });
}

export interface AgreementTold extends Agreement {
  /** Answers on which the two differ, with what was settled. */
  differences: CodedTwice[];
}

/** How two coders of a working agree, and on which answers they do not. @throws Fault */
export function agreementIn(
  study: OpenStudy,
  working: number,
  { first, second, confidence }: { first: string; second: string; confidence?: number | undefined },
): AgreementTold {
  const { recipe } = themeWorking(study, working);
  for (const name of [first, second]) coderOf(recipe, name);
  const marks = marksOf(study.db, working).map(markOf);
  const differences = codedTwice(recipe, marks, first, second).filter(({ alike }) => !alike);
  return { ...agreementOf(recipe, marks, [first, second], confidence), differences };
}
