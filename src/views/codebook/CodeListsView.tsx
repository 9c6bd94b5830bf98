import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { type CodeOrder, orderCodes } from '../../core/codebook/code-order.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Bar } from '../../kit/Bar.js';
import { Field, MainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { matches } from '../../kit/Picker.js';
import { problemText } from '../server/problem.js';
import { CodeListTable } from './CodeListTable.js';
import { CodesEditor, OrderSelect } from './CodesEditor.js';
import { KeepList } from './KeepList.js';
import { ListUsers } from './ListUsers.js';
import { orderCodesOf } from './order-codes-of.js';
import type { Codebook } from './use-codebook.js';
import { type ListDraft, useListDraft } from './use-list-draft.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  view: StudyView;
  codebook: Codebook;
}

/** The code list that is open: its name, its codes, who uses it. */
function OpenList({ study, view, codebook, editing }: Props & { editing: ListDraft }) {
  const { draft, setDraft, open, users, dirty } = editing;
  if (draft === null) {
    return (
      <>
        <h1>Code lists</h1>
        <p className={css['soft']}>Choose a list to see its codes and who uses it.</p>
      </>
    );
  }
  const [first] = users;
  const order = (by: CodeOrder['is'], of?: number) => {
    if (by === 'value' || by === 'reversed') setDraft({ ...draft, codes: orderCodes(draft.codes, { is: by }) });
    else if (first)
      orderCodesOf(study, first.id, { by, codes: draft.codes, of }).then(
        (codes) => setDraft({ ...draft, codes }),
        (error: unknown) => codebook.setTrouble(problemText(error)),
      );
  };
  return (
    <>
      <h1>{draft.id === null ? 'A new code list' : draft.name}</h1>
      <Field label="Name">
        <input
          className={kit['input']}
          autoFocus={draft.id === null}
          value={draft.name}
          onChange={(event) => setDraft({ ...draft, name: event.target.value })}
        />
      </Field>
      <div className={css['listTools']}>
        <OrderSelect
          kinds={first ? undefined : ['value', 'reversed']}
          numbers={view.variables.filter(({ level }) => level === 'number')}
          order={order}
        />
        {first && users.length > 1 && <span className={css['soft']}>counted in {titleOf(first)}</span>}
      </div>
      <CodesEditor codes={draft.codes} put={(codes) => setDraft({ ...draft, codes })} open />
      {dirty && <KeepList editing={editing} />}
      {open && <ListUsers {...{ study, open, editing }} variables={view.variables} run={codebook.run} />}
    </>
  );
}

/**
 * The study's code lists, each with where it is used; one of them open to be changed, for all who use it or for some.
 */
export function CodeListsView({ study, view, codebook }: Props) {
  const { lists, run } = codebook;
  const [search, setSearch] = useState('');
  const editing = useListDraft(study, lists, view.variables, run);
  const shown = lists.filter(
    ({ derived, name, codes }) => !derived && matches(`${name} ${codes.map(({ label }) => label).join(' ')}`, search),
  );
  return (
    <div className={css['variables']} data-pane>
      <section className={css['list']} aria-label="Code lists">
        <Bar edge>
          <input
            type="search"
            aria-label="Find a code list"
            placeholder="Find a code list or label"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          <span className={css['soft']} role="status">
            {whole(shown.length)} code lists
          </span>
          <span className={css['end']}>
            <MainButton onClick={editing.begin}>New code list</MainButton>
          </span>
        </Bar>
        <CodeListTable
          lists={shown}
          variables={view.variables}
          chosen={editing.draft?.id ?? null}
          choose={editing.choose}
          empty={
            lists.length === 0
              ? 'No code list yet. Make one, and use it for as many variables as you like.'
              : `No list or label is called “${search}”.`
          }
        />
      </section>
      <aside className={css['detail']} aria-label="Code list">
        <OpenList study={study} view={view} codebook={codebook} editing={editing} />
      </aside>
    </div>
  );
}
