/** Lines of one category, the first of which has its name and its first figure. */
interface Unit {
  lines: Element[];
  at: number;
}

/**
 * What a page for somebody without the tool runs: the lines of its tables are sorted by a press on the name of a
 * column; most first, least first, and as they were. It is written into the page as text, so it takes nothing from
 * outside.
 */
export function exploreScript(page: Document): void {
  const linesOf = (part: Element): Element[] => [...part.querySelectorAll('tr')];
  const span = (cell: Element, of: 'colspan' | 'rowspan'): number => Number(cell.getAttribute(of) ?? 1);

  /** Runs of categories that stand one under the other: items stay where they are, and so does what is under them. */
  const runsOf = (body: Element): Unit[][] => {
    const runs: Unit[][] = [[]];
    const lines = linesOf(body);
    for (let at = 0; at < lines.length;) {
      const head = lines[at]!.querySelector('th[data-ranks]');
      const height = head ? span(head, 'rowspan') : 1;
      if (head) runs.at(-1)!.push({ lines: lines.slice(at, at + height), at });
      else runs.push([]);
      at += height;
    }
    return runs.filter((run) => run.length > 1);
  };

  const valueOf = ({ lines: [first] }: Unit, column: number): number => {
    const cell = first?.querySelectorAll('td')[column];
    const text = cell?.dataset['order'] ?? cell?.textContent ?? '';
    return parseFloat(text.replace('−', '-').replace(/^! |,/g, ''));
  };

  const sort = (body: Element, runs: Unit[][], column: number, sign: number) => {
    for (const run of runs) {
      const all = linesOf(body);
      const last = Math.max(...run.flatMap(({ lines }) => lines.map((line) => all.indexOf(line))));
      const behind = all[last + 1] ?? null;
      const inOrder = [...run].sort((a, b) => {
        const [left, right] = sign === 0 ? [0, 0] : [valueOf(a, column), valueOf(b, column)];
        const without = Number(Number.isNaN(left)) - Number(Number.isNaN(right));
        return without || sign * (left - right) || a.at - b.at;
      });
      for (const { lines } of inOrder) for (const line of lines) body.insertBefore(line, behind);
    }
  };

  /** Which figure of a line stands under a heading; null: it heads several, or the names of lines. */
  const columnsOf = (head: Element): Map<Element, number> => {
    const rows = linesOf(head);
    const taken: boolean[][] = rows.map(() => []);
    const columns = new Map<Element, number>();
    let names = 0;
    rows.forEach((row, at) => {
      let column = 0;
      for (const cell of row.children) {
        const [width, height] = [span(cell, 'colspan'), span(cell, 'rowspan')];
        while (taken[at]![column]) column++;
        for (const line of taken.slice(at, at + height))
          for (let across = 0; across < width; across++) line[column + across] = true;
        if (at === 0 && column === 0) names = width;
        else if (width === 1 && at + height === rows.length) columns.set(cell, column - names);
        column += width;
      }
    });
    return columns;
  };

  for (const table of page.querySelectorAll('table')) {
    const body = table.querySelector('tbody');
    const head = table.querySelector('thead');
    if (!body || !head) continue;
    const runs = runsOf(body);
    const columns = runs.length > 0 ? columnsOf(head) : new Map<Element, number>();
    for (const [cell, column] of columns) {
      const button = page.createElement('button');
      const title = 'Sorts the lines by this column: most first, least first, as they were';
      Object.assign(button, { type: 'button', className: 'sort', textContent: cell.textContent, title });
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
