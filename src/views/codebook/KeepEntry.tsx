import type { Code } from '../../core/codebook/types.js';
import { changesScale, inScaleOf } from '../../core/codebook/scale-change.js';
import type { RosterVariable } from '../../api/types.js';
import { MainButton, PlainButton } from '../../kit/kit.js';
import { ScaleQuestion } from './ScaleQuestion.js';
import type { EntryDraft } from './use-entry-draft.js';
import css from './codebook.module.css';

interface Props {
  variable: RosterVariable;
  entry: EntryDraft;
  /** The codes as they were, and as they are changed. */
  given: readonly Code[];
  codes: readonly Code[];
  /** How many other variables have the same code list. */
  sharing: number;
}

/** Keeps what was typed of an entry, for it alone or for all who share its codes. */
export function KeepEntry({ variable, entry, given, codes, sharing }: Props) {
  const { draft, setDraft, keepWith } = entry;
  const keep = (codesFor?: 'all' | 'this') => keepWith(codesFor && draft.codes ? { codesFor } : {});
  /** Keeps what was changed, the scale as it was, and the new order for tables and charts. */
  const keepShown = () =>
    keepWith({
      codes: inScaleOf(given, codes),
      shownOrder: codes.map(({ code }) => code),
      ...(sharing > 0 ? { codesFor: 'all' as const } : {}),
    });
  const newScale = draft.codes !== undefined && changesScale(draft.level ?? variable.level, given, codes);
  return (
    <div className={css['bar']}>
      {newScale ? (
        <ScaleQuestion
          show={keepShown}
          scale={
            sharing > 0
              ? [
                  { name: `A new scale for all ${sharing + 1}`, act: () => keep('all') },
                  { name: 'A new scale, only here', act: () => keep('this') },
                ]
              : [{ name: 'A new scale', act: () => keep() }]
          }
        />
      ) : draft.codes && sharing > 0 ? (
        <>
          <MainButton onClick={() => keep('all')}>Keep for all {sharing + 1}</MainButton>
          <PlainButton onClick={() => keep('this')}>Only here</PlainButton>
        </>
      ) : (
        <MainButton onClick={() => keep()}>Keep the change</MainButton>
      )}
      <PlainButton onClick={() => setDraft({})}>Leave as it was</PlainButton>
    </div>
  );
}
