import { missingIn, titleOf } from '../core/codebook/types.js';
import { mapClause } from '../core/count/clause.js';
import { codesWithFound } from '../core/table/positions.js';
import type { Clause, Condition } from '../core/table/sentence.js';
import { columnCodes } from '../store/columns.js';
import { studyRow } from '../store/study.js';
import type { OpenStudy, Service } from './context.js';
import { findVariable } from './roster.js';
import type { ConditionRef } from '../core/count/asked.js';
import type { RespondentRows } from './worker/respondents-job.js';

export interface RespondentsWanted {
  variables: number[];
  only: readonly Clause[];
  from: number;
  count: number;
}

/** Respondents one by one, as they stand in the file, with what they gave to some variables. */
export function respondentRows(service: Service, study: OpenStudy, wanted: RespondentsWanted): Promise<RespondentRows> {
  const { db } = study;
  return service.run('respondents', {
    file: study.file,
    respondents: studyRow(db).respondents,
    columns: wanted.variables.map((id) => findVariable(db, id).columnId),
    only: wanted.only.map((clause) =>
      mapClause<Condition, ConditionRef>(clause, (condition) => {
        const variable = findVariable(db, condition.variable);
        // A code asked for by name is found, an answer or not.
        const asked = condition.is === 'between' ? [] : condition.codes;
        const dataCodes = columnCodes(db, variable.columnId).map(({ code }) => code);
        const missing = missingIn(codesWithFound(variable, dataCodes)).filter((code) => !asked.includes(code));
        return { column: variable.columnId, title: titleOf(variable), rule: condition, missing };
      }),
    ),
    from: wanted.from,
    count: wanted.count,
  });
}
