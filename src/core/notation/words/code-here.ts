import { type OffScale, OFF_SCALE_WORDS } from '../../table/sentence.js';
import { field, maybe, meaning, oneOf, phrase } from '../form/compose.js';
import { codeOf, number, text, variableName } from '../form/terms.js';
import type { WrittenTable } from '../written.js';

type CodeHere = WrittenTable['codes'][number];
type LevelHere = WrittenTable['levels'][number];

/** What a code is in one table: `in satisfaction 9 is called "Refused", an answer, score 3`. */
export const codeHere = phrase<CodeHere>(
  {},
  'in',
  field('variable', variableName),
  field('code', codeOf),
  maybe(({ label }) => label !== undefined, ', called', field('label', text)),
  maybe(({ answer }) => answer === true, ',', field('answer', meaning('an answer', true))),
  maybe(({ offScale }) => offScale !== undefined, ',', field('offScale', oneOf<OffScale>(OFF_SCALE_WORDS))),
  maybe(({ score }) => score !== undefined, ', score', field('score', number)),
);

/** A variable that has another level in one table: `satisfaction as categories`. */
export const levelHere = phrase<LevelHere>(
  {},
  'takes',
  field('variable', variableName),
  'as',
  field('level', oneOf({ ordered: 'ordered categories', unordered: 'categories' })),
);
