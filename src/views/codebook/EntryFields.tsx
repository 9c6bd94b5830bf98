import type { RosterVariable } from '../../api/types.js';
import { LEVEL_WORDS } from '../../core/codebook/types.js';
import { Field } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import type { EntryChange, EntryDraft } from './use-entry-draft.js';

type SourceLevel = NonNullable<EntryChange['level']>;
const isSource = (level: RosterVariable['level']): level is SourceLevel => level !== 'multiple';

/** The words and the level of an entry, to be typed. */
export function EntryFields({ variable, entry }: { variable: RosterVariable; entry: EntryDraft }) {
  const { draft, setDraft } = entry;
  const level = draft.level ?? variable.level;
  return (
    <>
      <Field label="Label">
        <input
          className={kit['input']}
          value={draft.label ?? variable.label}
          placeholder={variable.name}
          onChange={(event) => setDraft({ ...draft, label: event.target.value })}
        />
      </Field>
      <Field label="Question">
        <textarea
          className={kit['input']}
          rows={2}
          value={draft.question ?? variable.question}
          onChange={(event) => setDraft({ ...draft, question: event.target.value })}
        />
      </Field>
      {variable.workingId === null && variable.levels.length > 1 && (
        <Field label="Level">
          <select
            className={kit['input']}
            value={level}
            onChange={(event) => {
              const next = variable.levels.filter(isSource).find((sourceLevel) => sourceLevel === event.target.value);
              if (next) setDraft({ ...draft, level: next });
            }}
          >
            {variable.levels.map((item) => (
              <option key={item} value={item}>
                {LEVEL_WORDS[item]}
              </option>
            ))}
          </select>
        </Field>
      )}
      <Field label="Note">
        <textarea
          className={kit['input']}
          rows={2}
          value={draft.note ?? variable.note}
          onChange={(event) => setDraft({ ...draft, note: event.target.value })}
        />
      </Field>
    </>
  );
}
