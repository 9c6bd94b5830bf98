import { useState } from 'react';
import type { LedgerEntry } from '../../api/types.js';
import type { EntryKind } from '../../core/ledger.js';
import { Button, Field, MainButton, PlainButton, Problem, Toast, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import intake from '../intake/intake.module.css';
import { useLedger } from './use-ledger.js';
import css from './ledger.module.css';

const KIND_WORDS: Record<EntryKind, string> = {
  intake: 'intake',
  codebook: 'codebook',
  working: 'working',
  table: 'table',
};
const KINDS = Object.keys(KIND_WORDS) as EntryKind[];

const dayOf = (iso: string) => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }); // prettier-ignore
const timeOf = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The Ledger view: everything done to a study, in order; back to any entry and forth again. */
export function LedgerScreen({ study }: { study: string }) {
  const { entries, last, next, undo, redo, goTo, toast, setToast, trouble, setTrouble } = useLedger(study);
  const [search, setSearch] = useState('');
  const [kind, setKind] = useState<EntryKind | ''>('');
  if (!entries) return trouble ? <Problem {...trouble} /> : <Wait>Opening the ledger…</Wait>;
  const here = entries.filter(({ undone }) => !undone).at(-1);
  const undone = entries.filter((entry) => entry.undone);
  const words = search.toLowerCase().split(/\s+/);
  const found = entries.filter((entry) => (kind === '' || entry.kind === kind) && words.every((word) => entry.words.toLowerCase().includes(word))).reverse(); // prettier-ignore
  // What is for good cannot be gone behind.
  const barrier = entries.filter((entry) => !entry.undoable).at(-1)?.id ?? 0;
  return (
    <div className={intake['page']}>
      <div className={intake['inner']}>
        <h1 className={intake['title']}>Ledger</h1>
        {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
        {undone.length > 0 && here && (
          <div className={css['looking']} role="status">
            <p>
              The study stands as it was after <b>{here.words}</b>. {undone.length === 1 ? 'One entry' : `${undone.length} entries`} after
              it {undone.length === 1 ? 'is' : 'are'} undone; the next change takes {undone.length === 1 ? 'its' : 'their'} place.
            </p>
            <MainButton onClick={() => goTo(undone.at(-1)?.id ?? here.id)}>Do all again</MainButton>
          </div>
        )}
        <div className={css['tools']}>
          <Field label="Find an entry">
            <input className={kit['input']} type="search" value={search} onChange={(event) => setSearch(event.target.value)} />
          </Field>
          <Field label="Of">
            <select className={kit['input']} value={kind} onChange={(event) => setKind(KINDS.find((one) => one === event.target.value) ?? '')}>
              <option value="">everything ({entries.length})</option>
              {KINDS.map((one) => (
                <option key={one} value={one}>
                  {KIND_WORDS[one]} ({entries.filter((entry) => entry.kind === one).length})
                </option>
              ))}
            </select>
          </Field>
          <PlainButton onClick={undo} disabled={!last}>
            Undo{last ? `: ${cut(last.words)}` : ''}
          </PlainButton>
          <PlainButton onClick={redo} disabled={!next}>
            Redo{next ? `: ${cut(next.words)}` : ''}
          </PlainButton>
        </div>
        <ol className={css['entries']} aria-label="Entries, the newest first">
          {found.map((entry, k) => (
            <Entry
              key={entry.id}
              entry={entry}
              number={entries.indexOf(entry) + 1}
              day={dayOf(entry.madeAt) !== dayOf(found[k - 1]?.madeAt ?? '') ? dayOf(entry.madeAt) : null}
              here={entry.id === here?.id}
              go={entry.id >= barrier && entry.id !== here?.id ? () => goTo(entry.id) : null}
            />
          ))}
        </ol>
        {found.length === 0 && <p className={css['none']}>No entry is like that.</p>}
        <Toast text={toast} done={() => setToast(null)} />
      </div>
    </div>
  );
} // prettier-ignore

const cut = (words: string) => (words.length > 42 ? `${words.slice(0, 40)}…` : words);

interface EntryProps {
  entry: LedgerEntry;
  number: number;
  /** The day, where the entry is the first of it. */
  day: string | null;
  /** The study stands as it was right after this entry. */
  here: boolean;
  go: (() => void) | null;
}

function Entry({ entry, number, day, here, go }: EntryProps) {
  return (
    <li className={css['entry']} data-undone={entry.undone} data-here={here} aria-current={here ? 'step' : undefined}>
      {day !== null && <h2>{day}</h2>}
      <div>
        <span className={css['number']}>{number}</span>
        <time dateTime={entry.madeAt}>{timeOf(entry.madeAt)}</time>
        <span className={css['kind']}>{KIND_WORDS[entry.kind]}</span>
        <b>{entry.words}</b>
        <span className={css['act']}>
          {here ? 'the study stands here' : entry.undone ? 'undone' : ''}
          {go && <Button onClick={go}>{entry.undone ? 'Do again up to here' : 'Go back to here'}</Button>}
        </span>
      </div>
    </li>
  );
}
