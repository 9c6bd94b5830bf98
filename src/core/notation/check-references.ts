import { nearestNames } from '../recode/score/expression/nearest.js';
import { or } from '../words.js';
import type { Reference } from './form/cursor.js';
import { problemAt, type TextPlace, type TextProblem } from './text/problem.js';
import type { KnownVariable } from './vocabulary.js';
import type { WrittenStudy } from './written.js';

const mendOf = (name: string, names: readonly string[], otherwise: string): string => {
  const near = nearestNames(name.slice(0, 100), names);
  return near.length > 0 ? `Did you mean ${or(near)}?` : otherwise;
};

/** Things of one kind that are called the same. */
function twice(things: readonly { name: string; place?: TextPlace | undefined }[], what: string): TextProblem[] {
  const seen = new Map<string, TextPlace | undefined>();
  return things.flatMap(({ name, place }) => {
    if (!seen.has(name)) {
      seen.set(name, place);
      return [];
    }
    const first = seen.get(name);
    const where = first ? `, in line ${first.line} too` : '';
    return [problemAt(place, `${what} ${name} is said twice${where}.`, 'Take one out, or call it otherwise.')];
  });
}

/** Names that refer to nothing, names that are given twice, and, as a remark, codes that a variable does not have. */
export function checkReferences(
  study: WrittenStudy,
  references: readonly Reference[],
  variables: readonly KnownVariable[],
): { problems: TextProblem[]; remarks: TextProblem[] } {
  const byName = new Map(variables.map((variable) => [variable.name, variable]));
  const lists = study.lists.map(({ name }) => name);
  const titles = variables.flatMap(({ name, label }) => (label === '' ? [name] : [name, label]));
  const problems = [...twice(study.variables, 'The variable'), ...twice(study.lists, 'The code list')];
  const remarks: TextProblem[] = [];
  for (const reference of references) {
    const { of, name, about } = reference;
    if (of === 'variable' && !byName.has(name)) {
      const mend = mendOf(name, titles, 'Variables are said by “variable” with a name, or are those of the study.');
      problems.push(problemAt(reference, `There is no variable “${name}”.`, mend));
    } else if (of === 'list' && !lists.includes(name)) {
      const mend = mendOf(name, lists, 'Lists are said by “code list” with a name.');
      problems.push(problemAt(reference, `There is no code list “${name}”.`, mend));
    } else if (of === 'code' && about !== undefined) {
      const codes = byName.get(about)?.codes;
      if (!codes || codes.length === 0 || codes.some(({ code }) => code === name)) continue;
      const mend = mendOf(
        name,
        codes.flatMap(({ code, label }) => [code, label]),
        'Look at its codes.',
      );
      remarks.push(problemAt(reference, `${about} has no code or label “${name}”.`, mend));
    }
  }
  return { problems, remarks };
}
