import type { RosterVariable } from '../../api/types.js';
import { Button } from '../../kit/kit.js';
import { editEntries } from '../server/edit-entries.js';
import { canRegroup } from '../workings/kinds/regroup/suits.js';
import { canConvert } from '../workings/kinds/to-number/suits.js';
import { makeAddress } from '../workings/workings-address.js';
import type { Work } from './use-codebook.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  variable: RosterVariable;
  run: (work: Work) => Promise<boolean>;
  star: (on: boolean) => void;
}

/** Where a variable leads, and what is done with it as a whole. */
export function EntryActs({ study, variable, run, star }: Props) {
  const query = encodeURIComponent(variable.name);
  return (
    <div className={css['links']}>
      <Button aria-pressed={variable.starred} onClick={() => star(!variable.starred)}>
        {variable.starred ? '★ Starred' : '☆ Star'}
      </Button>
      {variable.level !== 'text' && <a href={`/studies/${study}/tables?rows=${query}`}>Table</a>}
      {canRegroup(variable) && <a href={makeAddress(study, 'regroup', variable.name)}>Regroup</a>}
      {canConvert(variable) && <a href={makeAddress(study, 'number', variable.name)}>Read as a number</a>}
      {variable.workingId !== null && (
        <a href={`/studies/${study}/workings?working=${variable.workingId}`}>Its working</a>
      )}
      <Button onClick={() => void run(() => editEntries(study, [{ variable: variable.id, aside: !variable.aside }]))}>
        {variable.aside ? 'Take back in' : 'Set aside'}
      </Button>
    </div>
  );
}
