import type { Recipe } from '../core/recode/recipe-shape.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy } from './context.js';
import { serviceForTests, studyOfRows } from './test-study.js';

export const SHOWN = { hatch: true };

export const service = serviceForTests();

export const find = ({ db }: OpenStudy, name: string): VariableRow => {
  const match = allVariables(db).find((variable) => variable.name === name);
  if (!match) throw new Error(`no ${name}`);
  return match;
};

export const take = (name: string) => {
  const rows = Array.from({ length: 60 }, (_, k) =>
    [1 + (k % 3), 1 + (k % 2), 1 + (k % 5), 20 + ((k * 7) % 60)].join(','),
  );
  return studyOfRows(service, name, ['site,tap,mood,age', ...rows]);
};

export const group = (code: string, label: string, ...from: string[]) => ({ code, label, from });

export const inTwo = (source: number, ...groups: ReturnType<typeof group>[]): Recipe => ({
  kind: 'regroup',
  source,
  level: 'ordered',
  groups,
  setAside: [],
});
