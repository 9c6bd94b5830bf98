import type { Variable } from '../../codebook/types.js';
import { mapClause } from '../../count/clause.js';
import type { StateOf } from '../../ledger/delta-shape.js';
import { captionOf } from '../../table/say-sentence.js';
import type { RowItem, Sentence } from '../../table/sentence.js';
import { type ConditionCalled, sentenceOfBody } from '../../table/sentence-shape.js';
import type { WrittenRow, WrittenRowMore, WrittenSentence, WrittenTable } from '../written.js';

type NameOf = (id: number) => string;

function rowOf({ variable, counted, mention, as }: RowItem, nameOf: NameOf): WrittenRow {
  return {
    variable: nameOf(variable),
    ...(counted ? { counted } : {}),
    ...(mention ? { mention } : {}),
    ...(as ? { as } : {}),
  };
}

function moreOf(item: RowItem, place: number, nameOf: NameOf): WrittenRowMore[] {
  const { label, nets, figures, lines, variable } = item;
  if (!label && !nets && !figures && !lines) return [];
  return [
    {
      row: place + 1,
      of: nameOf(variable),
      ...(label ? { label } : {}),
      ...(nets ? { nets } : {}),
      ...(figures ? { figures } : {}),
      ...(lines ? { lines } : {}),
    },
  ];
}

function writeSentence(
  { rows, by, within, only, weight, battery, summary }: Sentence,
  nameOf: NameOf,
): WrittenSentence {
  return {
    ...(summary ? { summary } : {}),
    rows: rows.map((item) => rowOf(item, nameOf)),
    ...(battery ? { battery } : {}),
    by: by.map((nest) => nest.map(nameOf)),
    ...(within === null ? {} : { within: nameOf(within) }),
    only: only.map((clause) =>
      mapClause<ConditionCalled<number>, ConditionCalled<string>>(clause, (condition) => ({
        ...condition,
        variable: nameOf(condition.variable),
      })),
    ),
    ...(weight === null ? {} : { weight: nameOf(weight) }),
  };
}

/** A table of a study as its text says it. */
export function writeTable(
  { title, sentence: body, shown }: Pick<StateOf<'table'>, 'title' | 'sentence' | 'shown'>,
  variables: readonly Variable[],
  nameOf: NameOf,
): WrittenTable {
  const sentence = sentenceOfBody(body);
  const { predicted, ...rest } = shown;
  const called = <T extends { variable: number }>(list: readonly T[] = []) =>
    list.map((own) => ({ ...own, variable: nameOf(own.variable) }));
  return {
    ...rest,
    ...(predicted === undefined ? {} : { predicted: Array.isArray(predicted) ? predicted.map(nameOf) : predicted }),
    sentence: writeSentence(sentence, nameOf),
    ...(title === captionOf(sentence, variables, shown) ? {} : { title }),
    more: sentence.rows.flatMap((item, k) => moreOf(item, k, nameOf)),
    codes: called(sentence.codes),
    levels: called(sentence.levels),
  };
}
