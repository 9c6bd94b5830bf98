/** A line that stays, goes or comes. */
export interface LineChange {
  is: 'stays' | 'goes' | 'comes';
  text: string;
}

/** From so many lines on both sides they are not laid beside each other, but told as all gone and all come. */
const MOST = 4_000_000;

/**
 * What becomes of the lines of a text, by the longest run of lines that both have in common.
 * @example lineChanges(['a', 'b'], ['a', 'c']).map(({ is }) => is) // ['stays', 'goes', 'comes']
 */
export function lineChanges(before: readonly string[], after: readonly string[]): LineChange[] {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start++;
  let end = 0;
  const isSame = () => before[before.length - 1 - end] === after[after.length - 1 - end];
  while (end < Math.min(before.length, after.length) - start && isSame()) end++;
  const stays = (text: string): LineChange => ({ is: 'stays', text });
  return [
    ...before.slice(0, start).map(stays),
    ...middle(before.slice(start, before.length - end), after.slice(start, after.length - end)),
    ...before.slice(before.length - end).map(stays),
  ];
}

function middle(before: readonly string[], after: readonly string[]): LineChange[] {
  const goes = (text: string): LineChange => ({ is: 'goes', text });
  const comes = (text: string): LineChange => ({ is: 'comes', text });
  const [rows, columns] = [before.length, after.length];
  if (rows * columns > MOST) return [...before.map(goes), ...after.map(comes)];
  const width = columns + 1;
  // The longest common run of what follows two places.
  const common = new Uint32Array((rows + 1) * width);
  for (let i = rows - 1; i >= 0; i--)
    for (let j = columns - 1; j >= 0; j--)
      common[i * width + j] =
        before[i] === after[j]
          ? common[(i + 1) * width + j + 1]! + 1
          : Math.max(common[(i + 1) * width + j]!, common[i * width + j + 1]!);
  const changes: LineChange[] = [];
  let [i, j] = [0, 0];
  while (i < rows || j < columns) {
    const isCommon = i < rows && j < columns && before[i] === after[j];
    if (isCommon) {
      changes.push({ is: 'stays', text: before[i]! });
      i++;
      j++;
    } else if (j >= columns || (i < rows && common[(i + 1) * width + j]! >= common[i * width + j + 1]!)) {
      changes.push(goes(before[i++]!));
    } else {
      changes.push(comes(after[j++]!));
    }
  }
  return changes;
}
