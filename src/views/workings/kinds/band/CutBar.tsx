import { useState } from 'react';
import { parseNumber } from '../../../../core/codebook/number.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Button } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import { NumberInput } from '../../editor/NumberInput.js';
import css from '../../workings.module.css';

/** Shares that a text of percentages spells; null where a part is not a percentage. */
function sharesIn(text: string): number[] | null {
  const values = text
    .split(/[\s,;]+/)
    .filter((candidate) => candidate !== '')
    .map((item) => parseNumber(item.replace('%', '')));
  const shares = values.flatMap((share) => (share !== null && share > 0 && share < 100 ? [share / 100] : []));
  return shares.length === values.length && shares.length > 0 ? shares : null;
}

interface Props {
  /** Cuts into so many bands of equal width. */
  byWidth: (parts: number) => void;
  /** Cuts off these shares of the answers, from 0 to 1. */
  byShares: (shares: readonly number[]) => void;
}

const MOST_PARTS = 100;

/** Cuts a number at once: into parts of equal width or share, or at quantiles. */
export function CutBar({ byWidth, byShares }: Props) {
  const [typed, setTyped] = useState<number | null>(4);
  const [quantiles, setQuantiles] = useState('10, 25, 50, 75, 90');
  const parts = Math.max(2, Math.min(MOST_PARTS, Math.round(typed ?? 4)));
  const shares = sharesIn(quantiles);
  return (
    <Bar label="Cut">
      <BarGroup name="Cut into parts">
        <NumberInput label="Number of parts" value={typed} put={setTyped} className={css['few']} />
        <Button onClick={() => byWidth(parts)}>equal width</Button>
        <Button onClick={() => byShares(Array.from({ length: parts - 1 }, (_, k) => (k + 1) / parts))}>
          equal share
        </Button>
      </BarGroup>
      <BarGroup name="at the quantiles (%)">
        <input
          className={`${kit['input'] ?? ''} ${css['some'] ?? ''}`}
          aria-label="Quantiles, in percent"
          value={quantiles}
          aria-invalid={shares === null}
          onChange={(event) => setQuantiles(event.target.value)}
        />
        <Button disabled={shares === null} onClick={() => byShares(shares ?? [])}>
          cut
        </Button>
      </BarGroup>
    </Bar>
  );
}
