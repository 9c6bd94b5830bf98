import type { Level } from './types.js';
import type { Storage } from '../intake/read-in-shape.js';

const LEVELS_OF: Record<Storage, readonly Level[]> = {
  coded8: ['unordered', 'ordered', 'number', 'text'],
  coded16: ['unordered', 'ordered', 'number', 'text'],
  number: ['number', 'text'],
  text: ['text'],
  sets: ['multiple'],
};

/** Levels that a column can have, by how it is kept. */
export const levelsFor = (storage: Storage): readonly Level[] => LEVELS_OF[storage];

/** Whether a level has categories, one to a respondent. */
export const isCategories = (level: Level) => level === 'unordered' || level === 'ordered';
