import type { ClipboardEvent, KeyboardEvent } from 'react';
import type { CheckedSheet } from '../../core/paper/sheet.js';
import { labelOf } from '../../core/paper/sheet.js';
import { Button } from '../../kit/kit.js';
import css from './paper.module.css';
import type { usePaper } from './use-sheet.js';

interface Props {
  edit: ReturnType<typeof usePaper>;
  checked: CheckedSheet;
}

/** Arrow keys and Enter go to the field above or below; left and right stay in the text. */
function move(event: KeyboardEvent<HTMLInputElement>): void {
  const step = event.key === 'ArrowDown' || event.key === 'Enter' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0) return;
  const field = event.currentTarget;
  const line = field.closest('tr');
  const place = Array.from(line?.querySelectorAll('input') ?? []).indexOf(field);
  const lines = Array.from(field.closest('table')?.querySelectorAll('tr') ?? []).filter((one) =>
    one.querySelector('input'),
  );
  const next = lines[lines.indexOf(line as HTMLTableRowElement) + step]?.querySelectorAll('input');
  if (!next || next.length === 0) return;
  event.preventDefault();
  next[Math.min(place, next.length - 1)]?.focus();
}

/** The fields that a table on paper is typed into. */
export function SheetGrid({ edit, checked }: Props) {
  const { sheet } = edit.paper;
  const mark = (i: number, j: number) => {
    const found = checked.findings.find(({ row, column }) => row === i && column === j);
    // A field that nothing was typed into yet is no matter.
    if (found && !(found.kind === 'mended' && sheet.cells[i]?.[j]?.trim() === '')) return found.kind;
    return checked.rows.includes(i) && checked.columns.includes(j) ? undefined : 'total';
  };
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
                <input
                  value={label}
                  placeholder={`Column ${j + 1}`}
                  aria-label={`Label of column ${j + 1}`}
                  onChange={({ target }) => edit.setLabel('columns', j, target.value)}
                  onKeyDown={move}
                  onPaste={onPaste(0, j)}
                />
                {sheet.columns.length > 2 && (
                  <button
                    type="button"
                    className={css['remove']}
                    aria-label={`Remove ${labelOf(sheet.columns, j, 'column')}`}
                    onClick={() => edit.removeColumn(j)}
                  >
                    ×
                  </button>
                )}
              </th>
            ))}
            <td>
              <Button onClick={edit.addColumn}>+ column</Button>
            </td>
          </tr>
        </thead>
        <tbody>
          {sheet.cells.map((line, i) => (
            <tr key={i}>
              <th scope="row">
                <input
                  value={sheet.rows[i] ?? ''}
                  placeholder={`Row ${i + 1}`}
                  aria-label={`Label of row ${i + 1}`}
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
                    aria-label={`${labelOf(sheet.rows, i, 'Row')}, ${labelOf(sheet.columns, j, 'Column')}`}
                    aria-invalid={mark(i, j) === 'bad'}
                    onChange={({ target }) => edit.setCell(i, j, target.value)}
                    onKeyDown={move}
                    onPaste={onPaste(i, j)}
                  />
                </td>
              ))}
              <td>
                {sheet.rows.length > 2 && (
                  <button
                    type="button"
                    className={css['remove']}
                    aria-label={`Remove ${labelOf(sheet.rows, i, 'row')}`}
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
      <Button onClick={edit.addRow}>+ row</Button>
    </div>
  );
}
