import { guarded } from '../shell/guarded.js';
import { useState } from 'react';
import type { Amended, Amendment, LedgerEntry } from '../../api/types.js';
import type { EntryKind } from '../../core/ledger/entry-kinds.js';
import { Button, Field, MainButton, PlainButton, Problem, Toast, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { Page, PageTitle } from '../../kit/Page.js';
import { useStudy } from '../shell/use-study.js';
import { EntryChanges } from './EntryChanges.js';
import { useLedger } from './use-ledger.js';
import css from './ledger.module.css';

const KIND_WORDS: Record<EntryKind, string> = {
  intake: 'intake',
  codebook: 'codebook',
  working: 'working',
  table: 'table',
};
const KINDS = Object.keys(KIND_WORDS) as EntryKind[];

const dayOf = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
const timeOf = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The entry that the address names, where it names one. */
const named = () => Number(new URLSearchParams(location.search).get('entry')) || null;

/**
 * The Ledger view: everything done to a study, in order; back to any entry and forth again, or changed in the middle.
 */
function LedgerPage({ study }: { study: string }) {
  const { view } = useStudy(study);
  const { entries, last, next, undo, redo, goTo, amend, amended, setAmended, toast, setToast, trouble, setTrouble } =
    useLedger(study);
  const [search, setSearch] = useState('');
  const [kind, setKind] = useState<EntryKind | ''>('');
  const [opened, setOpened] = useState<number | null>(named);
  if (!entries) return trouble ? <Problem {...trouble} /> : <Wait>Opening the ledger…</Wait>;
  const here = entries.filter(({ undone, leftOut }) => !undone && leftOut === null).at(-1);
  const undone = entries.filter((entry) => entry.undone && entry.leftOut === null);
  const words = search.toLowerCase().split(/\s+/);
  const matching = entries
    .filter(
      (entry) =>
        (kind === '' || entry.kind === kind) &&
        words.every((word) => `${entry.words} ${entry.note}`.toLowerCase().includes(word)),
    )
    .reverse();
  // What is for good cannot be gone behind.
  const barrier = entries.filter(({ undoable }) => !undoable).at(-1)?.id ?? 0;
  const workings = new Set(view?.workings.map(({ id }) => id));
  return (
    <Page>
      <PageTitle>Ledger</PageTitle>
      {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
      {amended && <Replayed amended={amended} close={() => setAmended(null)} />}
      {undone.length > 0 && here && (
        <div className={css['looking']} role="status">
          <p>
            The study stands as it was after <b>{here.words}</b>.{' '}
            {undone.length === 1
              ? 'One entry after it is undone; the next change takes its place.'
              : `${undone.length} entries after it are undone; the next change takes their place.`}
          </p>
          <MainButton onClick={() => goTo(undone.at(-1)?.id ?? here.id)}>Do all again</MainButton>
        </div>
      )}
      <div className={css['tools']}>
        <Field label="Find an entry">
          <input
            className={kit['input']}
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </Field>
        <Field label="Of">
          <select
            className={kit['input']}
            value={kind}
            onChange={(event) => setKind(KINDS.find((candidate) => candidate === event.target.value) ?? '')}
          >
            <option value="">everything ({entries.length})</option>
            {KINDS.map((item) => (
              <option key={item} value={item}>
                {KIND_WORDS[item]} ({entries.filter((entry) => entry.kind === item).length})
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
        {matching.map((entry, k) => (
          <Entry
            key={entry.id}
            study={study}
            entry={entry}
            number={entries.indexOf(entry) + 1}
            day={dayOf(entry.madeAt) !== dayOf(matching[k - 1]?.madeAt ?? '') ? dayOf(entry.madeAt) : null}
            here={entry.id === here?.id}
            go={entry.id >= barrier && entry.id !== here?.id && entry.leftOut === null ? () => goTo(entry.id) : null}
            isOpen={opened === entry.id}
            toggle={() => setOpened(opened === entry.id ? null : entry.id)}
            changeable={entry.id > barrier}
            workings={workings}
            amend={(amendment) => void amend(entry.id, amendment)}
          />
        ))}
      </ol>
      {matching.length === 0 && <p className={css['none']}>No entry is like that.</p>}
      <Toast text={toast} done={() => setToast(null)} />
    </Page>
  );
}

const cut = (words: string) => (words.length > 42 ? `${words.slice(0, 40)}…` : words);

/** What became of the entries after one that was changed. */
const IS_WORDS: Record<Amendment['is'], string> = {
  'left-out': 'is left out',
  'put-in': 'is in again',
  changed: 'is changed',
};

function Replayed({ amended, close }: { amended: Amended & Pick<Amendment, 'is'>; close: () => void }) {
  const { words, replayed, misfits, failing } = amended;
  const isClean = misfits.length + failing.length === 0;
  return (
    <section className={css['replayed']} data-clean={isClean} aria-label="Replayed">
      <p>
        <b>{words}</b> {IS_WORDS[amended.is]};{' '}
        {replayed === 0
          ? 'nothing follows it.'
          : `${replayed === 1 ? 'the entry' : `the ${replayed} entries`} after it ` +
            `${replayed === 1 ? 'was' : 'were'} replayed.`}{' '}
        {isClean && replayed > 0 && 'All of it still fits.'}
      </p>
      {misfits.length > 0 && (
        <>
          <p>No longer fits:</p>
          <ul>
            {misfits.map(({ entry, words: text, why, whole }) => (
              <li key={entry}>
                <b>{text}</b> {whole ? 'is left out' : 'is done in part'}. {why}
              </li>
            ))}
          </ul>
        </>
      )}
      {failing.length > 0 && <p>The proof does not hold any more of {failing.map(({ title }) => title).join(', ')}.</p>}
      <Button onClick={close}>Close</Button>
    </section>
  );
}

interface EntryProps {
  study: string;
  entry: LedgerEntry;
  number: number;
  /** The day, where the entry is the first of it. */
  day: string | null;
  /** The study stands as it was right after this entry. */
  here: boolean;
  go: (() => void) | null;
  isOpen: boolean;
  toggle: () => void;
  changeable: boolean;
  workings: ReadonlySet<number>;
  amend: (amendment: Amendment) => void;
}

function Entry({ study, entry, number, day, here, go, isOpen, toggle, changeable, workings, amend }: EntryProps) {
  const state = here
    ? 'the study stands here'
    : entry.leftOut === 'chosen'
      ? 'left out'
      : entry.leftOut === 'misfit'
        ? 'no longer fits'
        : entry.undone
          ? 'undone'
          : '';
  return (
    <li
      className={css['entry']}
      data-undone={entry.undone || entry.leftOut !== null}
      data-here={here}
      aria-current={here ? 'step' : undefined}
    >
      {day !== null && <h2>{day}</h2>}
      <div className={css['line']}>
        <span className={css['number']}>{number}</span>
        <time dateTime={entry.madeAt}>{timeOf(entry.madeAt)}</time>
        <span className={css['kind']}>{KIND_WORDS[entry.kind]}</span>
        <span>
          <button type="button" className={css['words']} aria-expanded={isOpen} onClick={toggle}>
            {entry.words}
          </button>
          {entry.note !== '' && <small className={css['misfit']}> {entry.note}</small>}
        </span>
        <span className={css['act']}>
          {state}
          {go && <Button onClick={go}>{entry.undone ? 'Do again up to here' : 'Go back to here'}</Button>}
        </span>
      </div>
      {isOpen && <EntryChanges study={study} entry={entry} open={changeable} workings={workings} amend={amend} />}
    </li>
  );
}

export const LedgerScreen = guarded(LedgerPage);
