import type { CodeList, RosterVariable } from '../../api/types.js';
import { sayCodes } from '../../core/codebook/cell-text.js';
import { titleOf } from '../../core/codebook/types.js';
import { peekAt } from '../peek/Peek.js';
import css from './codebook.module.css';

interface Props {
  lists: readonly CodeList[];
  variables: readonly RosterVariable[];
  /** The one that is open; null: none. */
  chosen: number | null;
  choose: (list: CodeList) => void;
  /** What stands there where none is shown. */
  empty: string;
}

/** Code lists, each with its codes and who uses it. */
export function CodeListTable({ lists, variables, chosen, choose, empty }: Props) {
  return (
    <div className={css['scroll']} tabIndex={-1}>
      <table className={css['grid']}>
        <caption className="sr-only">Code lists of the study</caption>
        <colgroup>
          <col width="170" />
          <col />
          <col width="230" />
        </colgroup>
        <thead>
          <tr>
            <th scope="col">List</th>
            <th scope="col">Codes</th>
            <th scope="col">Used by</th>
          </tr>
        </thead>
        <tbody>
          {lists.map((list) => {
            const of = variables.filter(({ id }) => list.users.includes(id));
            return (
              <tr key={list.id} aria-selected={list.id === chosen} onClick={() => choose(list)}>
                <th scope="row">
                  <button type="button" className={css['name']} onClick={() => choose(list)}>
                    {list.name}
                  </button>
                </th>
                <td title={sayCodes(list.codes).slice(0, 2000)}>{sayCodes(list.codes).slice(0, 200)}</td>
                <td>
                  {of.length === 0 ? (
                    <span className={css['soft']}>nobody yet</span>
                  ) : (
                    <>
                      <span {...peekAt(of[0]!.id)}>{titleOf(of[0]!)}</span>
                      {of.length > 1 && <span className={css['soft']}> and {of.length - 1} more</span>}
                    </>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {lists.length === 0 && <p className={css['soft']}>{empty}</p>}
    </div>
  );
}
