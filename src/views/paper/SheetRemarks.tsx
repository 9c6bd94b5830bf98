import type { CheckedSheet } from '../../core/paper/sheet.js';
import { Button } from '../../kit/kit.js';
import css from './paper.module.css';

interface SheetRemarksProps {
  checked: readonly CheckedSheet[];
  /** Names of the blocks, where there are several. */
  names: readonly string[];
  keepTotals: boolean;
  setKeep: (keep: boolean) => void;
}

/** What was found in the cells: what is wrong first, then the totals, then what was mended. */
export function SheetRemarks({ checked, names, keepTotals, setKeep }: SheetRemarksProps) {
  const of = (kind: 'bad' | 'total' | 'mended') =>
    checked.flatMap((sheet, b) =>
      sheet.findings
        .filter((finding) => finding.kind === kind)
        .map(({ text }) => (names.length > 1 ? `${names[b] ?? ''}: ${text}` : text)),
    );
  const mended = of('mended');
  const lacking = [
    ...new Set(
      checked.flatMap(({ lacking: lack }, b) =>
        lack === null ? [] : [names.length > 1 ? `${names[b] ?? ''}: ${lack}` : lack],
      ),
    ),
  ];
  return (
    <div className={css['findings']} aria-live="polite" data-testid="findings">
      {of('bad').map((text) => (
        <p key={text} className={css['bad']}>
          <b aria-hidden="true">!</b> {text}
        </p>
      ))}
      {of('total').map((text) => (
        <p key={text}>
          {text} <Button onClick={() => setKeep(true)}>Count it all the same</Button>
        </p>
      ))}
      {keepTotals && (
        <p>
          Lines that look like totals are counted. <Button onClick={() => setKeep(false)}>Leave totals out</Button>
        </p>
      )}
      {mended.length > 0 && (
        <details>
          <summary>
            {mended.length === 1 ? 'One cell was read with care' : `${mended.length} cells were read with care`}
          </summary>
          {mended.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </details>
      )}
      {lacking.map((text) => (
        <p key={text}>{text}</p>
      ))}
    </div>
  );
}
