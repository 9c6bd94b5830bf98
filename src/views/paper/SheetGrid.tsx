import type { ClipboardEvent, KeyboardEvent } from 'react';
import type { CheckedSheet } from '../../core/paper/sheet.js';
import { LAYOUTS, sheetOf } from '../../core/paper/paper.js';
import { Button } from '../../kit/kit.js';
import css from './paper.module.css';
import type { PaperEdit } from './use-paper.js';

interface Props {
  edit: PaperEdit;
  /** The block on screen. */
  block: number;
  checked: CheckedSheet | undefined;
}

/** Arrow keys and Enter go to the field above or below; left and right stay in the text. */
function move(event: KeyboardEvent<HTMLInputElement>): void {
  const step = event.key === 'ArrowDown' || event.key === 'Enter' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0) return;
  const field = event.currentTarget;
  const line = field.closest('tr');
  const place = Array.from(line?.querySelectorAll('input') ?? []).indexOf(field);
  const lines = Array.from(field.closest('table')?.querySelectorAll('tr') ?? []).filter((tableRow) =>
    tableRow.querySelector('input'),
  );
  const next = lines[lines.indexOf(line as HTMLTableRowElement) + step]?.querySelectorAll('input');
  if (!next || next.length === 0) return;
  event.preventDefault();
  next[Math.min(place, next.length - 1)]?.focus();
}

/** The fields that a table on paper is typed into. */
export function SheetGrid({ edit, block, checked }: Props) {
  const { paper } = edit;
  const sheet = sheetOf(paper, block);
  const layout = LAYOUTS[paper.kind];
  const mark = (i: number, j: number) => {
    if (!checked) return undefined;
    const finding = checked.findings.find(({ row, column }) => row === i && column === j);
    // A field that nothing was typed into yet is no matter.
    if (finding && !(finding.kind === 'mended' && sheet.cells[i]?.[j]?.trim() === '')) return finding.kind;
    return checked.rows.includes(i) && checked.columns.includes(j) ? undefined : 'total';
  };
  // Columns and rows that the kind names itself do not count among the typed ones.
  const columnName = (j: number) => `${layout.column} ${j + 1 - layout.columns.length}`;
  const rowName = (i: number) =>
    layout.firstRow === null ? `${layout.row} ${i + 1}` : i === 0 ? layout.firstRow : `${layout.row} ${i}`;
  const nameOfColumn = (j: number) => (sheet.columns[j]?.trim() ? sheet.columns[j] : columnName(j));
  const nameOfRow = (i: number) => (sheet.rows[i]?.trim() ? sheet.rows[i] : rowName(i));
  const onPaste = (i: number, j: number) => (event: ClipboardEvent) => {
    if (edit.paste(event.clipboardData.getData('text/plain'), i, j)) event.preventDefault();
  };
  return (
    <div className={css['scroll']} role="region" aria-label="Counts" tabIndex={-1}>
      <table className={css['grid']}>
        <thead>
          <tr>
            <td />
            {sheet.columns.map((label, j) => (
              <th key={j} scope="col">
                {j < layout.columns.length ? (
                  <span className={css['given']}>{label}</span>
                ) : (
                  <input
                    value={label}
                    placeholder={columnName(j)}
                    aria-label={`Label of ${columnName(j).toLowerCase()}`}
                    onChange={({ target }) => edit.setLabel('columns', j, target.value)}
                    onKeyDown={move}
                    onPaste={onPaste(0, j)}
                  />
                )}
                {j >= layout.columns.length && sheet.columns.length > layout.fewest.columns && (
                  <button
                    type="button"
                    className={css['remove']}
                    aria-label={`Remove ${nameOfColumn(j)}`}
                    onClick={() => edit.removeColumn(j)}
                  >
                    ×
                  </button>
                )}
              </th>
            ))}
            <td>{layout.growing && <Button onClick={edit.addColumn}>+ {layout.column.toLowerCase()}</Button>}</td>
          </tr>
        </thead>
        <tbody>
          {sheet.cells.map((line, i) => (
            <tr key={i}>
              <th scope="row">
                <input
                  value={paper.rows[i] ?? ''}
                  placeholder={rowName(i)}
                  aria-label={`Label of ${rowName(i).toLowerCase()}`}
                  onChange={({ target }) => edit.setLabel('rows', i, target.value)}
                  onKeyDown={move}
                  onPaste={onPaste(i, 0)}
                />
              </th>
              {line.map((text, j) => (
                <td key={j} data-mark={mark(i, j)}>
                  <input
                    value={text}
                    inputMode="numeric"
                    aria-label={`${nameOfRow(i)}, ${nameOfColumn(j)}`}
                    aria-invalid={mark(i, j) === 'bad'}
                    onChange={({ target }) => edit.setCell(i, j, target.value)}
                    onKeyDown={move}
                    onPaste={onPaste(i, j)}
                  />
                </td>
              ))}
              <td>
                {sheet.rows.length > layout.fewest.rows && !(i === 0 && layout.firstRow !== null) && (
                  <button
                    type="button"
                    className={css['remove']}
                    aria-label={`Remove ${nameOfRow(i)}`}
                    onClick={() => edit.removeRow(i)}
                  >
                    ×
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button onClick={edit.addRow}>+ {layout.row.toLowerCase()}</Button>
    </div>
  );
}
