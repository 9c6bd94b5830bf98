import { useState } from 'react';
import { parseNumber } from '../../core/codebook/number.js';
import type { Table } from '../../core/table/table.js';
import { Button } from '../../kit/kit.js';
import css from './reading.module.css';

interface Props {
  table: Table;
  /** By code; undefined: equal shares. */
  shares: Readonly<Record<string, number>> | undefined;
  change: (shares: Record<string, number> | undefined) => void;
}

/** The shares that are expected of a frequency table, typed category by category, in any unit. */
export function ExpectedShares({ table, shares, change }: Props) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const categories = table.rows.categories.filter(({ kind }) => kind === 'answer');
  const textOf = (code: string) => typed[code] ?? (shares?.[code] === undefined ? '' : String(shares[code]));
  const values = categories.map(({ code }) => parseNumber(textOf(code).replace(/%$/, '')));
  const filled = values.every((value) => value !== null && value >= 0);
  const total = values.reduce((sum: number, value) => sum + (value ?? 0), 0);
  const submit = () => {
    change(Object.fromEntries(categories.map(({ code }, k) => [code, values[k] ?? 0])));
    setTyped({});
  };
  return (
    <form
      className={css['shares']}
      onSubmit={(event) => {
        event.preventDefault();
        if (filled && total > 0) submit();
      }}
    >
      {categories.map(({ code, label }, k) => (
        <label key={code}>
          <span>{label}</span>
          <input
            inputMode="decimal"
            value={textOf(code)}
            aria-label={`Expected share of ${label}`}
            aria-invalid={textOf(code) !== '' && (values[k] === null || (values[k] ?? 0) < 0)}
            onChange={({ target }) => setTyped({ ...typed, [code]: target.value })}
          />
        </label>
      ))}
      <p>
        {filled && total > 0
          ? `They add up to ${Number(total.toPrecision(6))}, and are taken as shares of that.`
          : 'Type a number for each category: percentages or counts.'}
      </p>
      <Button type="submit" disabled={!filled || total <= 0}>
        Compare with these
      </Button>
      {shares !== undefined && <Button onClick={() => change(undefined)}>Equal shares again</Button>}
    </form>
  );
}
