import { type Crosstab, transpose } from '../../crosstab.js';
import type { Direction } from '../../measure/direction.js';
import { figure, type Sum, terms, total } from './types.js';

const largest = (values: readonly number[]) => Math.max(...values);

export function lambdaSum(table: Crosstab, direction: Direction): Sum {
  const one = (side: Crosstab) => {
    const best = side.n.map(largest);
    return { best, knowing: total(best), blind: largest(side.C) };
  };
  const columns = one(table);
  const rows = one(transpose(table));
  const { N } = table;
  if (direction === 'symmetric') {
    const gain = columns.knowing + rows.knowing - columns.blind - rows.blind;
    const errors = 2 * N - columns.blind - rows.blind;
    return {
      formula:
        'λ = (Σ largest in each row + Σ largest in each column − largest C − largest R) / (2N − largest C − largest R)',
      steps: [
        `largest in each row: ${terms(columns.best.map(figure))} = ${figure(columns.knowing)}`,
        `largest in each column: ${terms(rows.best.map(figure))} = ${figure(rows.knowing)}`,
        `λ = (${figure(columns.knowing)} + ${figure(rows.knowing)} − ${figure(columns.blind)} − ` +
          `${figure(rows.blind)}) / (${figure(2 * N)} − ${figure(columns.blind)} − ${figure(rows.blind)}) = ` +
          figure(gain / errors),
      ],
      result: gain / errors,
    };
  }
  const { best, knowing, blind } = direction === 'columns' ? columns : rows;
  const [known, guessed] = direction === 'columns' ? ['row', 'column'] : ['column', 'row'];
  const result = (knowing - blind) / (N - blind);
  return {
    formula: `λ = (Σ largest in each ${known} − largest ${guessed} total) / (N − largest ${guessed} total)`,
    steps: [
      `knowing the ${known}, right guesses: ${terms(best.map(figure))} = ${figure(knowing)}`,
      `not knowing it: ${figure(blind)}, so ${figure(N)} − ${figure(blind)} = ${figure(N - blind)} errors`,
      `λ = (${figure(knowing)} − ${figure(blind)}) / ${figure(N - blind)} = ${figure(result)}`,
    ],
    result,
  };
}

export function goodmanKruskalTauSum(given: Crosstab, direction: 'rows' | 'columns'): Sum {
  const table = direction === 'columns' ? given : transpose(given);
  const [known, guessed] = direction === 'columns' ? ['R', 'C'] : ['C', 'R'];
  const { n, R, C, N } = table;
  const cells = n.flatMap((row, i) => row.map((count) => ({ count, r: R[i]! })));
  const within = total(cells.map(({ count, r }) => count ** 2 / r));
  const squares = total(C.map((c) => c ** 2));
  const result = (N * within - squares) / (N ** 2 - squares);
  return {
    formula: `τ = (N Σ n²/${known} − Σ ${guessed}²) / (N² − Σ ${guessed}²)`,
    steps: [
      `Σ n²/${known} = ${terms(cells.map(({ count, r }) => `${figure(count)}²/${figure(r)}`))} = ${figure(within)}`,
      `Σ ${guessed}² = ${terms(C.map((c) => `${figure(c)}²`))} = ${figure(squares)}`,
      `τ = (${figure(N)} × ${figure(within)} − ${figure(squares)}) / (${figure(N)}² − ${figure(squares)}) = ` +
        figure(result),
    ],
    result,
  };
}

export function uncertaintySum(table: Crosstab, direction: Direction): Sum {
  const { n, R, C, N } = table;
  const entropy = (totals: readonly number[]) => -total(totals.map((t) => (t / N) * Math.log(t / N)));
  const line = (name: string, totals: readonly number[]) =>
    `H(${name}) = −[${terms(totals.map((t) => `${figure(t / N)} ln ${figure(t / N)}`))}] = ${figure(entropy(totals))}`;
  const filled = n.flat().filter((count) => count > 0);
  const [rows, columns, joint] = [entropy(R), entropy(C), entropy(filled)];
  const shared = rows + columns - joint;
  const whole = { rows, columns, symmetric: (rows + columns) / 2 }[direction];
  const under = { rows: 'H(rows)', columns: 'H(columns)', symmetric: '½ [H(rows) + H(columns)]' }[direction];
  return {
    formula: `U = [H(rows) + H(columns) − H(cells)] / ${under}, H = −Σ p ln p`,
    steps: [
      line('rows', R),
      line('columns', C),
      line('cells', filled),
      `U = (${figure(rows)} + ${figure(columns)} − ${figure(joint)}) / ${figure(whole)} = ${figure(shared / whole)}`,
    ],
    result: shared / whole,
  };
}
