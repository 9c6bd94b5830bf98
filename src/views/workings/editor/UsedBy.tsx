import { titleById } from '../../../core/by-id.js';
import type { StudyView } from '../../../api/types.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { variablesOf } from '../../../core/table/sentence.js';
import { sentenceOfBody } from '../../../core/table/sentence-shape.js';
import { peekAt } from '../../peek/Peek.js';
import reading from '../../reading/reading.module.css';

/** What stands on a variable in a study: variables that workings make of it, however far, and saved tables of any. */
export function usersOf(view: StudyView, variable: number): { variables: number[]; tables: StudyView['tables'] } {
  const found = new Set<number>();
  const follow = (id: number) => {
    for (const { recipe, variable: made } of view.workings) {
      if (found.has(made) || !sourcesOf(recipe).includes(id)) continue;
      found.add(made);
      follow(made);
    }
  };
  follow(variable);
  const all = new Set([variable, ...found]);
  return {
    variables: [...found],
    tables: view.tables.filter(({ sentence }) => variablesOf(sentenceOfBody(sentence)).some((id) => all.has(id))),
  };
}

/** What a change of a working changes too, before it is made. */
export function UsedBy({ view, variable }: { view: StudyView; variable: number }) {
  const { variables, tables } = usersOf(view, variable);
  const title = (id: number) => titleById(view.variables, id);
  return (
    <section className={reading['answer']} aria-label="Used by">
      <h2 className={reading['question']}>Used by</h2>
      {variables.length + tables.length === 0 ? (
        <p className={reading['notes']}>Nothing stands on it yet.</p>
      ) : (
        <>
          <p className={reading['notes']}>Changing it changes these too.</p>
          <ul className={reading['checks']}>
            {variables.map((id) => (
              <li key={id}>
                <b aria-hidden="true">→</b>
                <span {...peekAt(id)}>{title(id)}</span>
              </li>
            ))}
            {tables.map((table) => (
              <li key={`table ${table.id}`}>
                <b aria-hidden="true">▦</b>
                <a href={`/studies/${view.study.id}/tables?table=${table.id}`}>{table.title}</a>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
