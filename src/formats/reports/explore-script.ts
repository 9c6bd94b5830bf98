/** Lines of one category, the first of which has its name and its first figure. */
interface Unit {
  lines: HTMLTableRowElement[];
  at: number;
}

/**
 * What a page for somebody without the tool runs: the lines of its tables are sorted by a press on the name of a
 * column; most first, least first, and as they were. It is written into the page as text, so it takes nothing from
 * outside.
 */
export function exploreScript(page: Document): void {
  /** Runs of categories that stand one under the other: items stay where they are, and so does what is under them. */
  const runsOf = (body: HTMLTableSectionElement): Unit[][] => {
    const runs: Unit[][] = [[]];
    const lines = [...body.rows];
    for (let at = 0; at < lines.length;) {
      const head = lines[at]!.querySelector('th[data-ranks]');
      const height = head ? Number(head.getAttribute('rowspan') ?? 1) : 1;
      if (head) runs.at(-1)!.push({ lines: lines.slice(at, at + height), at });
      else runs.push([]);
      at += height;
    }
    return runs.filter((run) => run.length > 1);
  };

  const valueOf = ({ lines: [first] }: Unit, column: number): number => {
    const text = first?.querySelectorAll('td')[column]?.textContent ?? '';
    return parseFloat(text.replace('! ', '').replace('−', '-').replace(/,/g, ''));
  };

  const sort = (body: HTMLTableSectionElement, runs: Unit[][], column: number, sign: number) => {
    for (const run of runs) {
      const last = Math.max(...run.flatMap(({ lines }) => lines.map((line) => line.sectionRowIndex)));
      const behind = body.rows[last + 1] ?? null;
      const inOrder = [...run].sort((a, b) => {
        if (sign === 0) return a.at - b.at;
        const [left, right] = [valueOf(a, column), valueOf(b, column)];
        if (Number.isNaN(left) || Number.isNaN(right)) return Number(Number.isNaN(left)) - Number(Number.isNaN(right));
        return sign * (left - right) || a.at - b.at;
      });
      for (const { lines } of inOrder) for (const line of lines) body.insertBefore(line, behind);
    }
  };

  /** Which figure of a line stands under a heading; null: it heads several, or the names of lines. */
  const columnsOf = (head: HTMLTableSectionElement): Map<Element, number> => {
    const taken: boolean[][] = [...head.rows].map(() => []);
    const columns = new Map<Element, number>();
    let names = 0;
    [...head.rows].forEach((line, at) => {
      let column = 0;
      for (const cell of line.cells) {
        while (taken[at]![column]) column++;
        for (let down = 0; down < cell.rowSpan; down++)
          for (let across = 0; across < cell.colSpan; across++)
            if (taken[at + down]) taken[at + down]![column + across] = true;
        if (at === 0 && column === 0) names = cell.colSpan;
        else if (cell.colSpan === 1 && at + cell.rowSpan === head.rows.length) columns.set(cell, column - names);
        column += cell.colSpan;
      }
    });
    return columns;
  };

  for (const table of page.querySelectorAll('table')) {
    const [body] = table.tBodies;
    const head = table.tHead;
    const runs = body ? runsOf(body) : [];
    if (!body || !head || runs.length === 0) continue;
    const columns = columnsOf(head);
    for (const [cell, column] of columns) {
      const button = page.createElement('button');
      button.type = 'button';
      button.className = 'sort';
      button.textContent = cell.textContent;
      button.title = 'Sorts the lines by this column: most first, least first, as they were';
      button.addEventListener('click', () => {
        const now = cell.getAttribute('aria-sort');
        const next = now === null ? 'descending' : now === 'descending' ? 'ascending' : null;
        for (const other of columns.keys()) other.removeAttribute('aria-sort');
        if (next !== null) cell.setAttribute('aria-sort', next);
        sort(body, runs, column, next === 'descending' ? -1 : next === 'ascending' ? 1 : 0);
      });
      cell.replaceChildren(button);
    }
  }
}
