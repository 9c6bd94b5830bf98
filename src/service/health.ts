import { byId } from '../core/by-id.js';
import { factsAmong, outlierCodes } from '../core/codebook/facts.js';
import { type CodebookIssue, codebookIssues, type CheckedVariable, variableIssues } from '../core/codebook/health.js';
import { numericOf } from '../core/codebook/numeric.js';
import type { Level } from '../core/codebook/types.js';
import { inTurns } from './in-turns.js';
import { allColumnCodes, allColumnRows, type ColumnCode, type ColumnRow, isCoded } from '../store/columns.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { mayIdentify } from './identifier.js';
import { soundness } from './roster.js';

/** What was found in a column that never changes: looked for once while the service runs. */
type Found = Pick<CheckedVariable, 'outliers' | 'twins' | 'numeric'>;
const cache = new WeakMap<Service, Map<string, Promise<Found>>>();

/** Up to this many different values are taken as categories, also where they look like numbers. */
const CATEGORIES_AT_MOST = 12;

function lookAmong(codes: readonly ColumnCode[], level: Level): Found {
  const facts = factsAmong(codes);
  const numeric = level !== 'number' && codes.length > CATEGORIES_AT_MOST ? numericOf(facts, true, '.') : null;
  return { outliers: level === 'text' ? [] : outlierCodes(facts), numeric, twins: null };
}

/** Looks into a column that is not kept by codes, or that may be an identifier. */
async function lookInto(service: Service, study: OpenStudy, variable: VariableRow, column: ColumnRow): Promise<Found> {
  const { storage, id } = column;
  if (!mayIdentify(variable)) {
    const { outliers, numeric } = await service.run('outliers', { file: study.file, column: id });
    return { outliers: storage === 'number' ? outliers : [], numeric, twins: null };
  }
  const { respondents, waveVariable } = studyRow(study.db);
  const wave = byId(allVariables(study.db), waveVariable)?.columnId ?? null;
  const answer = await service.run('twins', { file: study.file, column: id, wave, respondents });
  const twins = answer && answer.values > 0 ? { values: answer.shared, respondents: answer.respondents } : null;
  return { outliers: [], numeric: null, twins };
}

function foundIn(service: Service, study: OpenStudy, variable: VariableRow, column: ColumnRow): Promise<Found> {
  const columns = cache.get(service) ?? new Map<string, Promise<Found>>();
  cache.set(service, columns);
  // What is no longer an identifier by its name is looked at anew.
  const key = `${study.file}#${column.id}#${mayIdentify(variable)}`;
  const report = columns.get(key) ?? lookInto(service, study, variable, column);
  columns.set(key, report);
  report.catch(() => columns.delete(key));
  return report;
}

/** All that is wrong with a study's codebook. */
export async function studyHealth(service: Service, study: OpenStudy): Promise<CodebookIssue[]> {
  const { db } = study;
  const variables = allVariables(db);
  const rows = allColumnRows(db);
  const codes = allColumnCodes(db);
  const { respondents, waveVariable } = studyRow(db);
  const holds = soundness(variables, allWorkings(db));
  const checked = await Promise.all(
    variables
      .filter(({ aside, id }) => !aside && id !== waveVariable)
      .map(async (variable): Promise<CheckedVariable> => {
        const { id, level, codes: listed, codeListId, columnId, workingId } = variable;
        const column = rows.get(columnId)!;
        const mine = codes.get(columnId) ?? [];
        const derived = workingId !== null;
        const coded = isCoded(column.storage);
        const report =
          derived || level === 'multiple'
            ? { outliers: [], numeric: null, twins: null }
            : coded && !mayIdentify(variable)
              ? lookAmong(mine, level)
              : await foundIn(service, study, variable, column);
        return {
          id,
          level,
          codes: listed,
          codeListId,
          dataCodes: mine.filter((code) => code.respondents > 0),
          filled: respondents - column.blank,
          derived,
          holds: holds(id),
          ...report,
        };
      }),
  );
  const issues = await inTurns(checked, variableIssues);
  return codebookIssues(checked, issues.flat());
}
