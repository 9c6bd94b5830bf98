import { useState } from 'react';
import type { CodeList, EntryEdit, RosterVariable } from '../../api/types.js';
import { isAnswer, LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { ticksIn } from '../../core/codebook/questions.js';
import { makeAddress } from '../workings/workings-address.js';
import { whole } from '../../core/figures.js';
import { Button, Field, MainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { peekAt } from '../peek/Peek.js';
import { type CellEdit, listsByName } from './grid-edits.js';
import css from './codebook.module.css';

const LEVELS = ['unordered', 'ordered', 'number', 'text'] as const;
const NAMED = 12;

interface Props {
  selected: readonly RosterVariable[];
  all: readonly RosterVariable[];
  lists: readonly CodeList[];
  change: (cells: readonly CellEdit[], note?: string) => void;
  edit: (edits: readonly EntryEdit[], words?: string) => Promise<boolean>;
  study: string;
  star: (variables: readonly RosterVariable[], on: boolean) => void;
  missing: () => void;
}

/** What can be said of several variables at once. */
export function SelectionPane({ study, selected, all, lists, change, edit, star, missing }: Props) {
  const [group, setGroup] = useState('');
  const groups = [...new Set(all.map((variable) => variable.group))].filter((text) => text !== '').sort();
  const each = (field: CellEdit['field'], text: string) =>
    change(selected.map((variable) => ({ variable, field, text })));
  const source = selected.filter(({ workingId, level }) => workingId === null && level !== 'multiple');
  // Yes/no columns are options; columns over more codes are slots.
  const ticks = source.every(({ codes }) => ticksIn(codes.filter(isAnswer)) !== null);
  const canGather =
    source.length >= 2 &&
    source.length === selected.length &&
    source.every(({ countable, level }) => countable && level !== 'text');
  const gathered = canGather ? makeAddress(study, ticks ? 'gather' : 'slots', ...source.map(({ name }) => name)) : null;
  const starred = selected.every((variable) => variable.starred);
  const aside = selected.every((variable) => variable.aside);
  return (
    <aside className={css['detail']} aria-label="Variables selected">
      <h1>
        {whole(selected.length)} variables
        <small>
          {selected.slice(0, NAMED).map((variable, k) => (
            <span key={variable.id}>
              {k > 0 && ', '}
              <span {...peekAt(variable.id)}>{titleOf(variable)}</span>
            </span>
          ))}
          {selected.length > NAMED && ` and ${whole(selected.length - NAMED)} more`}
        </small>
      </h1>
      <div className={css['links']}>
        <Button onClick={() => star(selected, !starred)}>{starred ? '★ Take the stars off' : '☆ Star them'}</Button>
        <Button onClick={() => void edit(selected.map(({ id }) => ({ variable: id, aside: !aside })))}>
          {aside ? 'Take back in' : 'Set aside'}
        </Button>
        <Button onClick={missing}>Missing codes…</Button>
        {gathered !== null && <a href={gathered}>Make one question of them</a>}
      </div>
      <Field label="Level of all">
        <select
          className={kit['input']}
          value=""
          onChange={(event) => {
            const level = LEVELS.find((candidate) => candidate === event.target.value);
            if (level) each('level', LEVEL_WORDS[level]);
          }}
        >
          <option value="">as they are</option>
          {LEVELS.map((level) => (
            <option key={level} value={level}>
              {LEVEL_WORDS[level]}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Code list of all">
        <select
          className={kit['input']}
          value=""
          onChange={(event) => {
            const list = Number(event.target.value);
            if (list > 0) void edit(source.map(({ id }) => ({ variable: id, codeList: list })));
          }}
        >
          <option value="">as they are</option>
          {[...listsByName(lists)].map(([name, id]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      <form
        className={css['inline']}
        onSubmit={(event) => {
          event.preventDefault();
          each('group', group);
        }}
      >
        <Field label="Group of all">
          <input
            className={kit['input']}
            list="groups"
            value={group}
            onChange={(event) => setGroup(event.target.value)}
          />
        </Field>
        <MainButton type="submit">Put in the group</MainButton>
        <datalist id="groups">
          {groups.map((text) => (
            <option key={text} value={text} />
          ))}
        </datalist>
      </form>
      <p className={css['soft']}>
        Type into a cell and press Ctrl and Enter to keep it in all that is selected; Ctrl D fills the first down; a
        column pasted from a spreadsheet goes in from the first cell on.
      </p>
    </aside>
  );
}
