import { plural } from '../../core/words.js';
import type { RosterVariable } from '../../api/types.js';
import { isAnswer, LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';

const trim = (value: number) => (Number.isInteger(value) ? String(value) : value.toFixed(1));

/** Level and size of a variable in a few words. */
export function metaOf(variable: RosterVariable): string {
  const made = variable.made === 'regroup' ? 'regroup · ' : '';
  if (variable.level === 'multiple') return `multiple response · ${plural(variable.codes.length, 'option')}`;
  if (variable.level === 'text') return `text · ${variable.answers.toLocaleString('en')} answers`;
  if (variable.level === 'number') {
    return variable.picture.is === 'histogram'
      ? `number · ${trim(variable.picture.from)} to ${trim(variable.picture.to)}`
      : 'number';
  }
  return (
    made +
    (variable.level === 'ordered' ? 'ordered' : LEVEL_WORDS.unordered) +
    ` · ${variable.codes.filter(isAnswer).length}`
  );
}

/** The share without an answer, in words; null where every respondent answered. */
export function gapsOf(variable: RosterVariable): { text: string; much: boolean } | null {
  const without = variable.missing + variable.blank;
  const total = without + variable.answers;
  if (without === 0 || total === 0) return null;
  const share = without / total;
  return { text: share < 0.005 ? 'under 1% missing' : `${Math.round(share * 100)}% missing`, much: share >= 0.1 };
}

/** All that a search looks through. */
export function searchText(variable: RosterVariable): string {
  return [variable.name, titleOf(variable), variable.question, ...variable.codes.map(({ label }) => label)].join(' ');
}

export function bars(variable: RosterVariable): { bars: number[]; touching: boolean } | null {
  if (variable.picture.is === 'bars') return { bars: variable.picture.bars, touching: false };
  if (variable.picture.is === 'histogram') return { bars: variable.picture.bins, touching: true };
  return null;
}
