import type { ComponentProps } from 'react';
import { isCross } from '../../core/view/header-rows.js';
import { NamedText } from '../peek/NamedText.js';
import { BatteryTable } from './BatteryTable.js';
import { CrossTable } from './CrossTable.js';
import { FrequencyTable } from './FrequencyTable.js';
import { NumberTable } from './NumberTable.js';
import { SummaryTable } from './summary/SummaryTable.js';
import css from './table.module.css';

/** Frequency tables one under the other, or one table with groups across. */
export function WholeTable({ view, shown, show, read }: ComponentProps<typeof BatteryTable>) {
  const { items, nests, blocks, frequencies, summary } = view;
  if (summary) return <SummaryTable {...{ view, summary, shown, read }} />;
  if (frequencies) return <BatteryTable view={view} shown={shown} show={show} read={read} />;
  if (isCross(nests)) return <CrossTable view={view} shown={shown} read={read} />;
  return items.map((item, k) => (
    <section
      key={item.variable}
      className={css['stratum']}
      aria-label={item.title}
      onClick={read && (() => read({ item: k, nest: 0 }))}
    >
      {items.length > 1 && (
        <h2>
          <NamedText>{item.title}</NamedText>
        </h2>
      )}
      {item.number ? (
        <NumberTable item={item} block={blocks[k]![0]!} shown={shown} />
      ) : (
        <FrequencyTable item={item} block={blocks[k]![0]!} shown={shown} at={k} />
      )}
    </section>
  ));
}
