import { byId } from '../core/by-id.js';
import { factsAmong, farCodes } from '../core/codebook/facts.js';
import { type Complaint, complaints, type Patient } from '../core/codebook/health.js';
import { numericOf } from '../core/codebook/numeric.js';
import type { Level } from '../core/codebook/types.js';
import { allColumnCodes, allColumnRows, type ColumnCode, type ColumnRow, isCoded } from '../store/columns.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { mayIdentify } from './identifier.js';
import { soundness } from './roster.js';

/** What was found in a column that never changes: looked for once while the service runs. */
type Found = Pick<Patient, 'far' | 'twins' | 'numeric'>;
const known = new WeakMap<Service, Map<string, Promise<Found>>>();

/** Up to this many different values are categories, whatever they spell. */
const CATEGORIES_AT_MOST = 12;

function lookAmong(codes: readonly ColumnCode[], level: Level): Found {
  const facts = factsAmong(codes);
  const numeric = level !== 'number' && codes.length > CATEGORIES_AT_MOST ? numericOf(facts, true, '.') : null;
  return { far: level === 'text' ? [] : farCodes(facts), numeric, twins: null };
}

/** Looks into a column that is not kept by codes, or that may be an identifier. */
async function lookInto(service: Service, study: OpenStudy, variable: VariableRow, column: ColumnRow): Promise<Found> {
  const { storage, id } = column;
  if (!mayIdentify(variable)) {
    const { far, numeric } = await service.run('far', { file: study.file, column: id });
    return { far: storage === 'number' ? far : [], numeric, twins: null };
  }
  const { respondents, waveVariable } = studyRow(study.db);
  const wave = byId(allVariables(study.db), waveVariable)?.columnId ?? null;
  const found = await service.run('twins', { file: study.file, column: id, wave, respondents });
  const twins = found && found.values > 0 ? { values: found.shared, respondents: found.respondents } : null;
  return { far: [], numeric: null, twins };
}

function foundIn(service: Service, study: OpenStudy, variable: VariableRow, column: ColumnRow): Promise<Found> {
  const columns = known.get(service) ?? new Map<string, Promise<Found>>();
  known.set(service, columns);
  // What is no longer an identifier by its name is looked at anew.
  const key = `${study.file}#${column.id}#${mayIdentify(variable)}`;
  const found = columns.get(key) ?? lookInto(service, study, variable, column);
  columns.set(key, found);
  found.catch(() => columns.delete(key));
  return found;
}

/** All that is wrong with a study's codebook. */
export async function studyHealth(service: Service, study: OpenStudy): Promise<Complaint[]> {
  const { db } = study;
  const variables = allVariables(db);
  const rows = allColumnRows(db);
  const codes = allColumnCodes(db);
  const { respondents, waveVariable } = studyRow(db);
  const holds = soundness(variables, allWorkings(db));
  const patients = await Promise.all(
    variables
      .filter(({ aside, id }) => !aside && id !== waveVariable)
      .map(async (variable): Promise<Patient> => {
        const { id, level, codes: listed, codeListId, columnId, workingId } = variable;
        const column = rows.get(columnId)!;
        const mine = codes.get(columnId) ?? [];
        const derived = workingId !== null;
        const coded = isCoded(column.storage);
        const found =
          derived || level === 'multiple'
            ? { far: [], numeric: null, twins: null }
            : coded && !mayIdentify(variable)
              ? lookAmong(mine, level)
              : await foundIn(service, study, variable, column);
        return {
          id,
          level,
          codes: listed,
          codeListId,
          found: mine.filter((one) => one.respondents > 0),
          filled: respondents - column.blank,
          derived,
          holds: holds(id),
          ...found,
        };
      }),
  );
  return complaints(patients);
}
