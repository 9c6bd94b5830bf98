import { plural } from '../core/words.js';
import {
  declare,
  type ColumnWithCodes,
  isSameCode,
  type MissingLine,
  planMissing,
  sayPlan,
} from '../core/codebook/declare-missing.js';
import { factsAmong, outlierCodes } from '../core/codebook/facts.js';
import { parseNumber } from '../core/codebook/number.js';
import { type Code, missingIn, MISSING_WORDS, type MissingReason } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { insertCodeList, putCodeList, allCodeLists, usersOfList } from '../store/code-lists.js';
import { allColumnCodes, allColumnRows } from '../store/columns.js';
import { allVariables, useCodeList, type VariableRow } from '../store/variables.js';
import { studyRow } from '../store/study.js';
import type { Reach } from './worker/reach-job.js';
import { changeCodebook, type Changed } from './ledger.js';
import type { OpenStudy, Service } from './context.js';

export interface MissingWanted {
  codes: string[];
  /** Null: they are answers after all. */
  missing: MissingReason | null;
  /** Variables to look at; absent: all of the study. */
  variables?: number[] | undefined;
}

export interface MissingPlan {
  /** What will happen, a sentence for each code. */
  words: string[];
  lines: MissingLine[];
  /** Those who have one of the codes in a variable where it changes, each once. */
  respondents: number;
}

/** A code in the variables in which it is declared; for a reason of its own, where it is not that of all. */
export interface CodeIn {
  code: string;
  variables: number[];
  missing?: MissingReason | null | undefined;
}

/** How many respondents have each of some codes in at least one of its variables, and how many have any of them. */
export function reachOf(
  service: Service,
  { db, file }: OpenStudy,
  wanted: readonly Pick<CodeIn, 'code' | 'variables'>[],
): Promise<Reach> {
  const columns = new Map(allVariables(db).map(({ id, columnId }) => [id, columnId]));
  const inColumns = wanted.map(({ code, variables }) => ({
    code,
    columns: variables.flatMap((id) => columns.get(id) ?? []),
  }));
  return service.run('reach', { file, respondents: studyRow(db).respondents, in: inColumns });
}

/** Codes far from the others: a scale of five does not reach up to an 8 beside the 9 that is asked about. */
const outliersOf = (codes: readonly (readonly [string, number])[]) =>
  outlierCodes(factsAmong(codes.map(([code, respondents]) => ({ code, respondents })))).map(({ code }) => code);

/** What a variable holds of some codes, and what its other answers reach from and to. */
async function held(
  service: Service,
  study: OpenStudy,
  { codes, variables }: MissingWanted,
): Promise<ColumnWithCodes[]> {
  const { db } = study;
  const rows = allColumnRows(db);
  const codesByColumn = allColumnCodes(db);
  const wanted = allVariables(db).filter(({ id }) => variables === undefined || variables.includes(id));
  const numbers = codes.flatMap((code) => {
    const value = parseNumber(code);
    return value === null ? [] : [{ code, value }];
  });
  const isNumber = ({ columnId }: VariableRow) => rows.get(columnId)?.storage === 'number';
  const columns = wanted.filter(isNumber).map((variable) => ({
    column: variable.columnId,
    missing: missingIn(variable.codes).flatMap((code) => parseNumber(code) ?? []),
  }));
  const looked =
    columns.length > 0 && numbers.length > 0
      ? await service.run('look', { file: study.file, columns, values: numbers.map(({ value }) => value) })
      : [];
  const byColumn = new Map(looked.map((item) => [item.column, item]));
  return wanted.map((variable): ColumnWithCodes => {
    const { id, level, codes: listed, columnId, workingId } = variable;
    const mine = (codesByColumn.get(columnId) ?? []).map(({ code, respondents }) => [code, respondents] as const);
    const look = byColumn.get(columnId);
    const values = numbers.flatMap(({ code }, k) =>
      look?.respondents[k] ? [[code, look.respondents[k]] as const] : [],
    );
    const outliers = outliersOf(mine);
    const no = new Set([...missingIn(listed), ...outliers]);
    const others = mine.flatMap(([code, n]) =>
      no.has(code) || n === 0 || codes.some((asked) => isSameCode(asked, code)) ? [] : (parseNumber(code) ?? []),
    );
    const range = others.length > 0 ? { from: Math.min(...others), to: Math.max(...others) } : null;
    return {
      id,
      level,
      codes: listed,
      respondentsByCode: new Map([...mine, ...values]),
      range: look ? look.range : range,
      derived: workingId !== null,
    };
  });
}

/** What would happen if codes were declared missing, or answers again. Nothing is changed. */
export async function planDeclaring(service: Service, study: OpenStudy, wanted: MissingWanted): Promise<MissingPlan> {
  const lines = planMissing(await held(service, study, wanted), wanted.codes, wanted.missing);
  const among = (some: readonly MissingLine[]) =>
    wanted.codes.map((code) => ({
      code,
      variables: some.filter((line) => isSameCode(line.code, code)).map(({ variable }) => variable),
    }));
  const all = await reachOf(service, study, among(lines));
  const changed = await reachOf(service, study, among(lines.filter(({ leftAlone }) => leftAlone === null)));
  return { words: sayPlan(lines, wanted.codes, all.each), lines, respondents: changed.any };
}

/**
 * Declares codes missing, or answers again, each in the variables that are named for it. A list whose every user is
 * named is changed; else those named get one of their own, so that nobody else is touched.
 */
export function declareMissing(
  service: Service,
  study: OpenStudy,
  wanted: { missing: MissingReason | null; in: CodeIn[] },
): Promise<Changed> {
  return changeCodebook(service, study, () => {
    const { db } = study;
    const all = new Map(allVariables(db).map((variable) => [variable.id, variable]));
    const codesOf = new Map<number, Map<string, MissingReason | null>>();
    for (const { code, variables, missing = wanted.missing } of wanted.in) {
      for (const id of variables) {
        const variable = all.get(id);
        if (!variable)
          throw new Fault('not-found', `The study has no variable ${id}.`, 'Choose one from the roster.', {
            field: 'in',
          });
        if (variable.workingId !== null)
          throw new Fault(
            'conflict',
            `${variable.name} is made by a working.`,
            'Change its categories in the working.',
            { variable: variable.name, field: 'in' },
          );
        codesOf.set(id, (codesOf.get(id) ?? new Map<string, MissingReason | null>()).set(code, missing));
      }
    }
    // Those with the same list and the same codes to declare go on sharing.
    const together = new Map<string, VariableRow[]>();
    for (const [id, codes] of codesOf) {
      const variable = all.get(id)!;
      const key = JSON.stringify([variable.codeListId ?? `of ${id}`, [...codes].sort()]);
      together.set(key, [...(together.get(key) ?? []), variable]);
    }
    const names = new Map(allCodeLists(db).map((list) => [list.id, list]));
    return {
      words: `${sayDeclared(wanted)} in ${plural(codesOf.size, 'variable')}`,
      work: () => {
        for (const variables of together.values()) {
          const [first] = variables;
          const { id, name, codeListId: list, codes } = first!;
          const next: Code[] = declare(codes, codesOf.get(id)!);
          const row = list === null ? undefined : names.get(list);
          if (row && usersOfList(db, row.id).length === variables.length) putCodeList(db, row, next);
          else {
            const listId = insertCodeList(db, row?.name ?? name, next);
            useCodeList(
              db,
              listId,
              variables.map((variable) => variable.id),
            );
          }
        }
      },
    };
  });
}

const MOST_NAMED = 6;

/** "8 is don't know; 9, 99 are refused". */
function sayDeclared({ missing, in: wanted }: { missing: MissingReason | null; in: readonly CodeIn[] }): string {
  const byReason = new Map<MissingReason | null, Set<string>>();
  for (const { code, missing: own = missing } of wanted) byReason.set(own, (byReason.get(own) ?? new Set()).add(code));
  const parts = [...byReason].map(([reason, codes]) => {
    const named = [...codes].slice(0, MOST_NAMED).join(', ') + (codes.size > MOST_NAMED ? `, … (${codes.size})` : '');
    const as = reason === null ? (codes.size === 1 ? 'an answer' : 'answers') : MISSING_WORDS[reason];
    return `${named} ${codes.size === 1 ? 'is' : 'are'} ${as}`;
  });
  return parts.join('; ');
}
