import { useState } from 'react';
import type { Amendment, EntryDetail, LedgerEntry } from '../../api/types.js';
import { understandCell, sayCodes } from '../../core/codebook/cell-text.js';
import { LEVEL_WORDS, LEVELS } from '../../core/codebook/types.js';
import { Button, MainButton, PlainButton, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import type { Trouble } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';
import css from './ledger.module.css';

type Line = EntryDetail['lines'][number];
type Thing = Extract<Amendment, { is: 'changed' }>['things'][number];

interface Props {
  study: string;
  entry: LedgerEntry;
  /** It can be changed, left out, or taken in again: nothing that is for good stands after it. */
  open: boolean;
  /** Workings that there are now, which can be opened in their editor. */
  workings: ReadonlySet<number>;
  amend: (amendment: Amendment) => void;
}

/** What a text typed for a line gives the thing; or what is wrong with it. */
function thingOf(line: Line, text: string): Thing | { problem: string } {
  const { of, id, field } = line;
  if (of === 'list' && field === 'codes') {
    const entry = {
      name: '',
      label: '',
      question: '',
      level: 'unordered' as const,
      codes: line.codes ?? [],
      group: '',
      note: '',
    };
    const understood = understandCell(entry, 'codes', text, new Map());
    if ('problem' in understood) return understood;
    return { of: 'list', id, codes: understood.edit.codes ?? [] };
  }
  if (of === 'list') return { of: 'list', id, name: text.trim() };
  if (of === 'table')
    return text.trim() === '' ? { problem: 'A table needs a title.' } : { of: 'table', id, title: text.trim() };
  if (of === 'variable' && field === 'level') {
    const level = LEVELS.find((candidate) => LEVEL_WORDS[candidate] === text);
    return level ? { of: 'variable', id, level } : { problem: `“${text}” is no level.` };
  }
  if (of === 'variable' && field === 'name' && text.trim() === '') return { problem: 'A variable needs a name.' };
  return { of: 'variable', id, [field]: text.trim() };
}

const startOf = (line: Line) => (line.by === 'codes' ? sayCodes(line.codes ?? []) : (line.after ?? ''));

/** What an entry changed, line by line; each can be changed where it stands, and what follows is replayed. */
export function EntryChanges({ study, entry, open, workings, amend }: Props) {
  const { answer: detail, problem: unread } = useAnswer('GET /studies/{study}/ledger/{entry}', {
    study,
    entry: entry.id,
  });
  const [refused, setProblem] = useState<Trouble | null>(null);
  const problem = refused ?? unread;
  const [typing, setTyping] = useState<{ line: number; text: string } | null>(null);
  if (problem && !detail) return <Problem {...problem} />;
  if (!detail) return <Wait>Looking…</Wait>;
  const stands = entry.leftOut === null && !entry.undone;
  const keep = (line: Line, text: string) => {
    const thing = thingOf(line, text);
    if ('problem' in thing) {
      setProblem({ detail: thing.problem, mend: 'Nothing was changed.' });
      return;
    }
    setTyping(null);
    setProblem(null);
    if (text !== startOf(line)) amend({ is: 'changed', things: [thing] });
  };
  return (
    <div className={css['changes']}>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      <dl>
        {detail.lines.map((line, k) => (
          <div key={`${line.of} ${line.id} ${line.field}`}>
            <dt>{line.title}</dt>
            <dd>
              {typing?.line === k ? (
                <form
                  onSubmit={(event) => {
                    event.preventDefault();
                    keep(line, typing.text);
                  }}
                >
                  {line.by === 'level' ? (
                    <select
                      className={kit['input']}
                      aria-label={line.title}
                      value={typing.text}
                      onChange={(event) => setTyping({ line: k, text: event.target.value })}
                    >
                      {LEVELS.filter((level) => level !== 'multiple').map((level) => (
                        <option key={level} value={LEVEL_WORDS[level]}>
                          {LEVEL_WORDS[level]}
                        </option>
                      ))}
                    </select>
                  ) : (
                    <input
                      className={kit['input']}
                      aria-label={line.title}
                      autoFocus
                      value={typing.text}
                      onChange={(event) => setTyping({ line: k, text: event.target.value })}
                      onKeyDown={(event) => event.key === 'Escape' && setTyping(null)}
                    />
                  )}
                  <MainButton type="submit">Change and replay</MainButton>
                  <PlainButton onClick={() => setTyping(null)}>Leave it</PlainButton>
                </form>
              ) : (
                <>
                  {line.before !== null && line.before !== '' && <del>{line.before}</del>}
                  {line.before !== null && <span aria-label="became"> → </span>}
                  {line.after === null ? (
                    <i>taken out</i>
                  ) : line.after === '' ? (
                    <i>nothing</i>
                  ) : (
                    <ins>{line.after}</ins>
                  )}{' '}
                  {open && stands && line.by !== null && line.by !== 'recipe' && (
                    <Button
                      onClick={() => setTyping({ line: k, text: startOf(line) })}
                      aria-label={`Change: ${line.title}`}
                    >
                      Change…
                    </Button>
                  )}
                  {open && stands && line.by === 'recipe' && workings.has(line.id) && (
                    <a href={`/studies/${study}/workings?working=${line.id}&entry=${entry.id}`}>Change…</a>
                  )}
                </>
              )}
            </dd>
          </div>
        ))}
      </dl>
      {detail.lines.length === 0 && (
        <p className={css['none']}>It took a file in; what the file holds stays as it is.</p>
      )}
      {detail.more > 0 && <p className={css['none']}>and {detail.more} more</p>}
      {open && !entry.undone && (
        <p>
          {entry.leftOut === null ? (
            <Button onClick={() => amend({ is: 'left-out' })}>Leave this entry out, and replay what follows</Button>
          ) : (
            <Button onClick={() => amend({ is: 'put-in' })}>Take this entry in again, and replay what follows</Button>
          )}
        </p>
      )}
    </div>
  );
}
