import { changesScale } from '../../core/codebook/scale-change.js';
import { MainButton, PlainButton } from '../../kit/kit.js';
import { ScaleQuestion } from './ScaleQuestion.js';
import type { ListDraft } from './use-list-draft.js';
import css from './codebook.module.css';

interface Props {
  editing: ListDraft;
}

/** Keeps what was changed of a code list, for all who use it or for some. */
export function KeepList({ editing }: Props) {
  const { draft, setDraft, open, users, some, setSome, sameCodes, choose, keep, keepShown } = editing;
  if (!draft) return null;
  const scales = users.filter(({ level }) => level === 'ordered');
  const newScale = open !== undefined && scales.length > 0 && changesScale('ordered', open.codes, draft.codes);
  return (
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
  );
}
