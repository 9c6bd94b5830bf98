import { type CodeOrder, type CodeOrderKind, orderCodes } from '../core/codebook/code-order.js';
import { type Code, missingIn, titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { codesWithFound } from '../core/table/positions.js';
import { columnCodes } from '../store/columns.js';
import type { OpenStudy, Service } from './context.js';
import { findVariable } from './roster.js';

/** An order that is asked for; an average needs the number to average. */
export interface OrderWanted {
  by: CodeOrderKind;
  of?: number | undefined;
  /** The codes as they stand on screen; absent: as they are kept. */
  codes?: Code[] | undefined;
}

/** The codes of a variable in another order. Nothing is kept: that is for who asked to decide. */
export async function orderedCodes(
  service: Service,
  study: OpenStudy,
  id: number,
  wanted: OrderWanted,
): Promise<Code[]> {
  const { db } = study;
  const variable = findVariable(db, id);
  const dataCodes = columnCodes(db, variable.columnId);
  const codes =
    wanted.codes ??
    codesWithFound(
      variable,
      dataCodes.map(({ code }) => code),
    );
  const order = async (): Promise<CodeOrder> => {
    if (wanted.by === 'value' || wanted.by === 'reversed') return { is: wanted.by };
    if (wanted.by === 'frequency')
      return { is: 'frequency', respondents: new Map(dataCodes.map(({ code, respondents }) => [code, respondents])) };
    if (wanted.of === undefined) {
      throw new Fault('invalid', 'It is not said of which variable the average is to be taken.', 'Name a number.', {
        field: 'of',
      });
    }
    const of = findVariable(db, wanted.of);
    if (of.level === 'text' || of.level === 'multiple') {
      throw new Fault(
        'unsupported',
        `${titleOf(of)} has no average.`,
        'Choose a number, or a variable whose codes are numbers.',
        { field: 'of' },
      );
    }
    const missing = missingIn(
      codesWithFound(
        of,
        columnCodes(db, of.columnId).map(({ code }) => code),
      ),
    );
    const means = await service.run('means', { file: study.file, by: variable.columnId, of: of.columnId, missing });
    return { is: 'average', means: new Map(means) };
  };
  return orderCodes(codes, await order());
}
