import type { Shown } from '../../api/types.js';
import { capital } from '../../core/reading/words.js';
import { columnChoices, figuresChosen } from '../../core/view/figures-shown.js';
import type { BlockView, ItemView } from '../../core/view/types.js';
import { lineText } from './BlockCell.js';
import { figureLines } from './figure-lines.js';
import css from './table.module.css';

/** A number that stands alone, described: a line for each of its figures. */
export function NumberTable({ item, block, shown }: { item: ItemView; block: BlockView; shown: Shown }) {
  const lines = figureLines(figuresChosen(block, columnChoices(shown, item)));
  return (
    <div className={css['scroll']} tabIndex={0} role="region" aria-label={`Table: ${block.title}`}>
      <table className={`${css['table'] ?? ''} ${css['described'] ?? ''}`}>
        <caption className="sr-only">{block.title}</caption>
        <thead>
          <tr>
            <th scope="col" className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
              Figure
            </th>
            <th scope="col">{item.title}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.figure.id}>
              <th scope="row" className={css['name']}>
                {capital(line.label)}
              </th>
              <td>{lineText(line, 0, 0, shown)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
