import { plural } from '../../core/words.js';
import { byId } from '../../core/by-id.js';
import { z } from 'zod';
import { CodeShape, type Code, titleOf } from '../../core/codebook/types.js';
import { useState } from 'react';
import type { CodeList, RosterVariable, StudyView } from '../../api/types.js';
import { changesScale, inScaleOf } from '../../core/codebook/scale-change.js';
import { ScaleQuestion } from './ScaleQuestion.js';
import { type CodeOrder, orderCodes } from '../../core/codebook/code-order.js';
import { sayCodes } from '../../core/codebook/cell-text.js';
import { whole } from '../../core/figures.js';
import { Button, Field, MainButton, PlainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { matches } from '../../kit/Picker.js';
import { change } from '../server/ask.js';
import { editEntries } from '../server/edit-entries.js';
import { problemText } from '../server/problem.js';
import { seenRevision } from '../server/seen.js';
import { orderCodesOf } from './order-codes-of.js';
import { peekAt } from '../peek/Peek.js';
import { CodesEditor, OrderSelect } from './CodesEditor.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useStudyDraft } from '../shell/use-study-draft.js';
import type { Codebook, Work } from './use-codebook.js';
import { Bar } from '../../kit/Bar.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  view: StudyView;
  codebook: Codebook;
}

interface Draft {
  /** Null: a list that is new. */
  id: number | null;
  name: string;
  codes: Code[];
  /** The revision on which it was opened. */
  since: number | null;
}

const DRAFT: KeptShape<Draft | null> = {
  version: 1,
  shape: z
    .object({ id: z.int().nullable(), name: z.string(), codes: z.array(CodeShape), since: z.int().nullable() })
    .nullable(),
};

const usersOf = ({ users }: CodeList, variables: readonly RosterVariable[]) =>
  variables.filter(({ id }) => users.includes(id));

/**
 * The study's code lists, each with where it is used; one of them open to be changed, for all who use it or for some.
 */
export function CodeListsView({ study, view, codebook }: Props) {
  const { lists, run, setTrouble } = codebook;
  const [search, setSearch] = useState('');
  const [draft, setDraft] = useStudyDraft<Draft | null>(study, 'code-list', null, DRAFT);
  const [some, setSome] = useState<ReadonlySet<number> | null>(null);
  const [adding, setAdding] = useState('');
  const shown = lists.filter(
    ({ derived, name, codes }) => !derived && matches(`${name} ${codes.map(({ label }) => label).join(' ')}`, search),
  );
  const open = byId(lists, draft?.id);
  const users = open ? usersOf(open, view.variables) : [];
  const choose = (list: CodeList) => {
    setDraft({ id: list.id, name: list.name, codes: list.codes, since: seenRevision(study) });
    setSome(null);
  };
  const sameCodes = open !== undefined && JSON.stringify(open.codes) === JSON.stringify(draft?.codes);
  const dirty = draft !== null && (draft.id === null || draft.name !== open?.name || !sameCodes);
  const keep = (changeFor: 'all' | number[]) => {
    if (!draft) return;
    const { id, name, codes, since } = draft;
    const work: Work = async (base = since) => {
      if (id !== null)
        return change(
          'PUT /studies/{study}/code-lists/{list}',
          { study, list: id, body: { name, codes, changeFor } },
          base,
        );
      const { list } = await change('POST /studies/{study}/code-lists', { study, body: { name, codes } });
      setDraft({ ...draft, id: list, since: seenRevision(study) });
      return { words: `New code list ${name}` };
    };
    void run(work).then((made) => {
      if (made && changeFor !== 'all') setDraft(null);
      else if (made && id !== null) setDraft({ ...draft, since: seenRevision(study) });
      setSome(null);
    });
  };
  const scales = users.filter(({ level }) => level === 'ordered');
  const newScale =
    open !== undefined && draft !== null && scales.length > 0 && changesScale('ordered', open.codes, draft.codes);
  /** Keeps what was changed of the list, its scale as it was, and the new order for tables of all who use it. */
  const keepShown = () => {
    if (!draft || !open) return;
    const { since, codes } = draft;
    const shownOrder = codes.map(({ code }) => code);
    const edits = users.map(({ id }) => ({
      variable: id,
      codes: inScaleOf(open.codes, codes),
      codesFor: 'all' as const,
      shownOrder,
    }));
    void run((base = since) => editEntries(study, edits, undefined, base)).then((made) => made && setDraft(null));
  };
  const order = (by: CodeOrder['is'], of?: number) => {
    if (!draft) return;
    const [first] = users;
    if (by === 'value' || by === 'reversed') setDraft({ ...draft, codes: orderCodes(draft.codes, { is: by }) });
    else if (first)
      orderCodesOf(study, first.id, { by, codes: draft.codes, of }).then(
        (codes) => setDraft({ ...draft, codes }),
        (error: unknown) => setTrouble(problemText(error)),
      );
  };
  const canUse = view.variables.filter(
    ({ workingId, level, codeListId }) =>
      workingId === null && (level === 'unordered' || level === 'ordered') && codeListId !== draft?.id,
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
            <MainButton
              onClick={() =>
                setDraft({ id: null, name: '', codes: [{ code: '1', label: '', missing: null }], since: null })
              }
            >
              New code list
            </MainButton>
          </span>
        </Bar>
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
              {shown.map((list) => {
                const of = usersOf(list, view.variables);
                return (
                  <tr key={list.id} aria-selected={list.id === draft?.id} onClick={() => choose(list)}>
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
          {shown.length === 0 && (
            <p className={css['soft']}>
              {lists.length === 0
                ? 'No code list yet. Make one, and use it for as many variables as you like.'
                : `No list or label is called “${search}”.`}
            </p>
          )}
        </div>
      </section>
      <aside className={css['detail']} aria-label="Code list">
        {draft === null ? (
          <>
            <h1>Code lists</h1>
            <p className={css['soft']}>Choose a list to see its codes and who uses it.</p>
          </>
        ) : (
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
                kinds={users.length > 0 ? undefined : ['value', 'reversed']}
                numbers={view.variables.filter(({ level }) => level === 'number')}
                order={order}
              />
              {users.length > 1 && <span className={css['soft']}>counted in {titleOf(users[0]!)}</span>}
            </div>
            <CodesEditor codes={draft.codes} put={(codes) => setDraft({ ...draft, codes })} open />
            {dirty && (
              <div className={css['bar']}>
                {newScale && some === null ? (
                  <ScaleQuestion
                    show={keepShown}
                    scale={[
                      {
                        name: users.length > 1 ? `A new scale for all ${users.length}` : 'A new scale',
                        act: () => keep('all'),
                      },
                      ...(users.length > 1 ? [{ name: 'Only for some…', act: () => setSome(new Set()) }] : []),
                    ]}
                  />
                ) : users.length > 1 && !sameCodes ? (
                  some === null ? (
                    <>
                      <MainButton onClick={() => keep('all')}>Keep for all {users.length}</MainButton>
                      <PlainButton onClick={() => setSome(new Set())}>Only for some…</PlainButton>
                    </>
                  ) : (
                    <MainButton disabled={some.size === 0} onClick={() => keep([...some])}>
                      Keep for {some.size} of {users.length}
                    </MainButton>
                  )
                ) : (
                  <MainButton disabled={draft.name.trim() === ''} onClick={() => keep('all')}>
                    {draft.id === null ? 'Make the list' : 'Keep the change'}
                  </MainButton>
                )}
                <PlainButton onClick={() => (open ? choose(open) : setDraft(null))}>Leave as it was</PlainButton>
              </div>
            )}
            {open && (
              <section className={css['plan']} aria-label="Used by">
                <h2>Used by {plural(users.length, 'variable')}</h2>
                <ul>
                  {users.map(({ id, name, ...variable }) => (
                    <li key={id}>
                      {some === null ? (
                        <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(name)}`} {...peekAt(id)}>
                          {titleOf({ name, ...variable })}
                        </a>
                      ) : (
                        <label>
                          <input
                            type="checkbox"
                            checked={some.has(id)}
                            onChange={() => {
                              const next = new Set(some);
                              if (!next.delete(id)) next.add(id);
                              setSome(next);
                            }}
                          />
                          <span {...peekAt(id)}>{titleOf({ name, ...variable })}</span>
                        </label>
                      )}
                    </li>
                  ))}
                </ul>
                <Field label="Use it for another variable">
                  <select
                    className={kit['input']}
                    value={adding}
                    onChange={(event) => {
                      setAdding('');
                      const id = Number(event.target.value);
                      if (id > 0) void run(() => editEntries(study, [{ variable: id, codeList: open.id }]));
                    }}
                  >
                    <option value="">which?</option>
                    {canUse.map((one) => (
                      <option key={one.id} value={one.id}>
                        {titleOf(one)} ({one.name})
                      </option>
                    ))}
                  </select>
                </Field>
                {users.length === 0 && (
                  <Button
                    onClick={() => {
                      void run(() =>
                        change('DELETE /studies/{study}/code-lists/{list}', { study, list: open.id }),
                      ).then((made) => made && setDraft(null));
                    }}
                  >
                    Take the list out
                  </Button>
                )}
              </section>
            )}
          </>
        )}
      </aside>
    </div>
  );
}
