import { byId } from '../core/by-id.js';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { readPairs } from '../core/reading/numbers/read-pairs.js';
import type { Answer } from '../core/reading/types.js';
import type { Densities, Pairs, Spread } from '../core/spread/types.js';
import type { Sentence } from '../core/table/sentence.js';
import { variablesAs } from '../core/table/variables-as.js';
import { settingsOf } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { whoAsks } from './asking.js';
import type { OpenStudy, Service } from './context.js';
import { countJobOf } from './count-table.js';
import { readAsked, type TableAsked } from './table-answer.js';

/** A sentence, and which picture of it; the one that suits where that is not said. */
export type SpreadAsked = TableAsked & { of?: Spread['of'] | undefined };

/** How numbers lie; of two numbers also what is said of them. */
type SpreadAnswer = Densities | (Pairs & { reading: Answer[] });

/** Of limits and verdicts, where nothing else is asked for. */
const CONFIDENCE = 0.95;

function invalid(detail: string, mend: string, field: string): never {
  throw new Fault('invalid', detail, mend, { field });
}

/** The number of a sentence, and what it stands by. @throws Fault where it is a sentence of something else */
function partsOf({ rows, by, within }: Sentence, variables: readonly VariableRow[]) {
  const [row, ...others] = rows;
  const [nest = [], ...further] = by;
  const number = byId(variables, row?.variable);
  if (!number || others.length > 0 || further.length > 0)
    return invalid('Numbers are drawn one by one grouping.', 'Ask for one after the other.', 'rows');
  if (within !== null)
    return invalid('One table is drawn, not several.', 'Keep one category by "only where".', 'within');
  if (number.level !== 'number')
    return invalid(`${titleOf(number)} is not a number.`, 'Put a number into the rows.', 'rows');
  return { number, nest: nest.flatMap((id) => byId(variables, id) ?? []) };
}

/**
 * How a number lies in groups, or two numbers of each respondent: these where a number stands alone across and nothing
 * else is said.
 * @throws Fault naming what cannot be drawn
 */
export async function spreadOf(service: Service, study: OpenStudy, asked: SpreadAsked): Promise<SpreadAnswer> {
  const sentence = readAsked(study, asked);
  const { number, nest } = partsOf(sentence, variablesAs(allVariables(study.db), sentence));
  const isPair = nest.length === 1 && nest[0]!.level === 'number' && nest[0]!.id !== number.id;
  const of = asked.of ?? (isPair ? 'pairs' : 'densities');
  if (of === 'pairs' && !isPair)
    invalid('Pairs are of two numbers.', 'Put one into the rows, and the other alone into "by".', 'by');
  if (of === 'pairs' && whoAsks().seesRows === false)
    throw new Fault(
      'forbidden',
      'Two numbers of each respondent are not drawn for who may not see respondents one by one.',
      'Put one of them into bands; or whoever owns the study can change that.',
      { field: 'of' },
    );
  // Listed value by value or not, it is drawn as a number.
  const { job, isMuch } = countJobOf(study, { ...sentence, rows: [{ variable: number.id }] });
  const { file, respondents, only, weight, rows, nests } = job;
  const [row] = rows;
  const confidence = asked.confidence ?? CONFIDENCE;
  const spread = await service.run(isMuch ? 'spreadMuch' : 'spread', {
    ...{ file, respondents, only, weight, of },
    number: {
      column: number.columnId,
      title: titleOf(number),
      missing: row?.described?.missing ?? [],
      variable: number,
    },
    nest: (nests[0] ?? []).map((own, k) => ({ ...own, variable: nest[k]! })),
    confidence,
  });
  if (spread.of !== 'pairs') return spread;
  return { ...spread, reading: readPairs(spread, confidence, settingsOf(study.db).sizeWords) };
}
