import { useState } from 'react';
import type { CodeList, RosterVariable } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { type Code, LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { Button, Problem, Wait } from '../../kit/kit.js';
import { Origin, UsedBy } from '../peek/Origin.js';
import { peekAt } from '../peek/Peek.js';
import { editEntries } from '../server/edit-entries.js';
import { useDetail } from '../shell/use-detail.js';
import { Figures, Histogram } from '../tables/NumberFigures.js';
import { EntryActs } from './EntryActs.js';
import { entryCodes } from './entry-codes.js';
import { EntryCodesPanel } from './EntryCodesPanel.js';
import { EntryFields } from './EntryFields.js';
import { Exceptions } from './Exceptions.js';
import { KeepEntry } from './KeepEntry.js';
import { OffScale } from './OffScale.js';
import { sayTurned, together, turnedBy } from './missing-words.js';
import type { Work } from './use-codebook.js';
import { useEntryDraft } from './use-entry-draft.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  variable: RosterVariable;
  variables: readonly RosterVariable[];
  lists: readonly CodeList[];
  run: (work: Work) => Promise<boolean>;
  star: (on: boolean) => void;
}

/** Others that are named where a code list is shared. */
const NAMED = 8;

/** Who else has the same code list. */
function SharedWith({ shared }: { shared: readonly RosterVariable[] }) {
  return (
    <p className={css['soft']}>
      The code list is shared with{' '}
      {shared.slice(0, NAMED).map((other, k) => (
        <span key={other.id}>
          {k > 0 && ', '}
          <span {...peekAt(other.id)}>{titleOf(other)}</span>
        </span>
      ))}
      {shared.length > NAMED && ` and ${shared.length - NAMED} more`}.
    </p>
  );
}

/** One variable close up: what it holds, its entry to edit, where it came from, what uses it. */
export function VariablePane({ study, variable, variables, lists, run, star }: Props) {
  const { detail, problem: unread } = useDetail(study, variable.id);
  const entry = useEntryDraft(study, variable, run);
  const [refused, setRefused] = useState<{ detail: string; mend: string } | null>(null);
  const problem = refused ?? unread;
  const [wanted, setWanted] = useState('');
  if (!detail) {
    return (
      <>
        <h1>{titleOf(variable)}</h1>
        {problem ? <Problem {...problem} /> : <Wait>Looking…</Wait>}
      </>
    );
  }

  const { draft } = entry;
  const level = draft.level ?? variable.level;
  const given = detail.codes.map(({ code, label, missing }): Code => ({ code, label, missing }));
  const shown = entryCodes(level === 'number', given, draft.codes, wanted);
  const shared = detail.sharesList.flatMap((id) => byId(variables, id) ?? []);
  const changed = { variable: variable.id, ...(draft.codes ? { codes: draft.codes } : {}) };
  const turned = together(turnedBy([changed], [{ ...variable, codes: given }]));
  const respondentsOf = (code: string) => detail.codes.find((other) => other.code === code)?.respondents ?? 0;
  const asListed = () => void run(() => editEntries(study, [{ variable: variable.id, shownOrder: [] }]));
  return (
    <>
      <h1>
        {titleOf(variable)}
        <small>
          {variable.name} · {LEVEL_WORDS[variable.level]}
        </small>
      </h1>
      <EntryActs study={study} variable={variable} run={run} star={star} />
      {problem && <Problem {...problem} dismiss={() => setRefused(null)} />}
      {detail.histogram && detail.summary && (
        <>
          <Histogram histogram={detail.histogram} width={376} height={84} />
          <Figures summary={detail.summary} />
        </>
      )}
      <Exceptions study={study} variable={variable} detail={detail} run={run} />
      <EntryCodesPanel
        {...{ study, variable, variables, lists, detail, entry, shown, wanted, run }}
        want={setWanted}
        fail={setRefused}
      />
      {variable.shownOrder.length > 0 && (
        <p className={css['soft']}>
          Tables and charts show the codes in an order of their own; statistics read the scale above.{' '}
          <Button onClick={asListed}>Show them as listed</Button>
        </p>
      )}
      {variable.level === 'ordered' && <OffScale {...{ study, variable, shared, run }} />}
      {shared.length > 0 && <SharedWith shared={shared} />}
      <EntryFields variable={variable} entry={entry} />
      <Origin study={study} from={detail.from} />
      <UsedBy study={study} usedBy={detail.usedBy} />
      {turned.length > 0 && (
        <p role="status">
          {sayTurned(
            turned,
            turned.map(({ code }) => respondentsOf(code)),
          ).join(' ')}
        </p>
      )}
      {entry.dirty && (
        <KeepEntry variable={variable} entry={entry} given={given} codes={shown.codes} sharing={shared.length} />
      )}
    </>
  );
}
