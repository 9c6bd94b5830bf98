import { titleById } from '../../../core/by-id.js';
import type { StudyView } from '../../../api/types.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { variablesOf } from '../../../core/table/sentence.js';
import { sentenceOfBody } from '../../../core/table/sentence-shape.js';
import { peekAt } from '../../peek/Peek.js';
import { Marked, Marks, Note, Panel } from '../../../kit/Panel.js';

/** What stands on a variable in a study: variables that workings make of it, however far, and saved tables of any. */
export function usersOf(view: StudyView, variable: number): { variables: number[]; tables: StudyView['tables'] } {
  const users = new Set<number>();
  const follow = (id: number) => {
    for (const { recipe, variable: made } of view.workings) {
      if (users.has(made) || !sourcesOf(recipe).includes(id)) continue;
      users.add(made);
      follow(made);
    }
  };
  follow(variable);
  const all = new Set([variable, ...users]);
  return {
    variables: [...users],
    tables: view.tables.filter(({ sentence }) => variablesOf(sentenceOfBody(sentence)).some((id) => all.has(id))),
  };
}

/** What a change of a working changes too, before it is made. */
export function UsedBy({ view, variable }: { view: StudyView; variable: number }) {
  const { variables, tables } = usersOf(view, variable);
  const title = (id: number) => titleById(view.variables, id);
  return (
    <Panel title="Used by">
      {variables.length + tables.length === 0 ? (
        <Note>Nothing stands on it yet.</Note>
      ) : (
        <>
          <Note>Changing it changes these too.</Note>
          <Marks>
            {variables.map((id) => (
              <Marked key={id} mark="→">
                <span {...peekAt(id)}>{title(id)}</span>
              </Marked>
            ))}
            {tables.map((table) => (
              <Marked key={`table ${table.id}`} mark="▦">
                <a href={`/studies/${view.study.id}/tables?table=${table.id}`}>{table.title}</a>
              </Marked>
            ))}
          </Marks>
        </>
      )}
    </Panel>
  );
}
