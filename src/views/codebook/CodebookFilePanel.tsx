import { plural } from '../../core/words.js';
import { useState } from 'react';
import type { RosterVariable, SentCodebookPlan } from '../../api/types.js';
import { andMore } from '../../core/and-more.js';
import type { CodebookField } from '../../core/codebook/cell-text.js';
import { whole } from '../../core/figures.js';
import { MainButton, PlainButton, Problem } from '../../kit/kit.js';
import { peekAt } from '../peek/Peek.js';
import type { Codebook } from './use-codebook.js';
import css from './codebook.module.css';

const FIELD_WORDS: Record<CodebookField, string> = {
  name: 'Name',
  label: 'Label',
  question: 'Question',
  level: 'Level',
  codes: 'Codes',
  missing: 'Missing',
  group: 'Group',
  note: 'Note',
};
const SHOWN = 400;
const NAMED = 8;

interface Props {
  plan: SentCodebookPlan;
  variables: readonly RosterVariable[];
  edit: Codebook['edit'];
  close: () => void;
}

/** What was understood of a codebook, and what of the study it would change, field by field. */
export function CodebookFilePanel({ plan, variables, edit, close }: Props) {
  const { fileName, kind, described, edits, lines, unknown, leftAlone, remarks } = plan;
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  const [off, setOff] = useState<ReadonlySet<number>>(new Set());
  const on = edits.filter(({ variable }) => !off.has(variable));
  const keep = () => void edit(on, `Codebook ${fileName}`.slice(0, 200)).then((done) => done && close());
  const turn = (variable: number) => {
    const next = new Set(off);
    if (!next.delete(variable)) next.add(variable);
    setOff(next);
  };
  const shown = lines.slice(0, SHOWN);
  const counted = `${plural(described, 'variable')} described`;
  return (
    <section className={css['health']} aria-label="A codebook for this study">
      <h1>{fileName}</h1>
      <p className={css['soft']}>
        {kind}: {counted}, {whole(described - unknown.length)} of them in the study. What it leaves empty stays as it
        is; the data are not touched, and the change can be undone.
      </p>
      {unknown.length > 0 && <p className={css['caution']}>Not in the study: {andMore(unknown, NAMED)}.</p>}
      {[...remarks, ...leftAlone].map((text) => (
        <p key={text} className={css['caution']}>
          {text}
        </p>
      ))}
      {described > 0 && described === unknown.length && (
        <Problem
          detail="None of its variables is in this study."
          mend="Look whether its names are those of the columns."
        />
      )}
      <div className={css['bar']}>
        <MainButton disabled={on.length === 0} onClick={keep}>
          {edits.length === 0 ? 'Nothing to change' : `Change ${plural(on.length, 'variable')}`}
        </MainButton>
        <PlainButton onClick={close}>Leave as it is</PlainButton>
      </div>
      {lines.length > 0 && (
        <table className={`${css['issues'] ?? ''} ${css['planned'] ?? ''}`}>
          <caption className="sr-only">What would change</caption>
          <thead>
            <tr>
              <th scope="col">Variable</th>
              <th scope="col">Field</th>
              <th scope="col">Now</th>
              <th scope="col">After</th>
            </tr>
          </thead>
          <tbody>
            {shown.map(({ variable: id, field, before, after }, k) => (
              <tr key={`${id} ${field}`} data-off={off.has(id)}>
                {shown[k - 1]?.variable !== id && (
                  <th scope="rowgroup" rowSpan={shown.filter(({ variable }) => variable === id).length}>
                    <label {...peekAt(id)}>
                      <input type="checkbox" checked={!off.has(id)} onChange={() => turn(id)} /> {byId.get(id)?.name}
                    </label>
                  </th>
                )}
                <td>{FIELD_WORDS[field]}</td>
                <td className={css['soft']}>{before === '' ? 'none' : before}</td>
                <td>{after}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {lines.length > SHOWN && <p className={css['soft']}>and {whole(lines.length - SHOWN)} more changes</p>}
    </section>
  );
}
