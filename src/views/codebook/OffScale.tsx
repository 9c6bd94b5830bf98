import type { RosterVariable } from '../../api/types.js';
import { isSameCodeSet } from '../../core/codebook/same-code-set.js';
import { Button } from '../../kit/kit.js';
import { editEntries } from '../server/edit-entries.js';
import type { Work } from './use-codebook.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  variable: RosterVariable;
  /** Others with the same code list. */
  shared: readonly RosterVariable[];
  run: (work: Work) => Promise<boolean>;
}

/** Which codes of a scale have no place on it, such as "not at my site" among how often. */
export function OffScale({ study, variable, shared, run }: Props) {
  const { id, codes } = variable;
  // A code can have gone from the list since.
  const offScale = variable.offScale.filter((off) => codes.some(({ code }) => code === off));
  const say = (variables: readonly number[], off: readonly string[]) =>
    void run(() =>
      editEntries(
        study,
        variables.map((own) => ({ variable: own, offScale: [...off] })),
      ),
    );
  const others = shared.filter((other) => !isSameCodeSet(other.offScale, offScale)).map((other) => other.id);
  const labels = codes.filter(({ code }) => offScale.includes(code)).map(({ code, label }) => label || code);
  return (
    <details className={css['offScale']}>
      <summary>Off the scale: {labels.length > 0 ? labels.join(', ') : 'none'}</summary>
      <p className={css['soft']}>
        Such a code is shown in tables and in no score, mean or order; while it is an answer it is in percentages.
      </p>
      {codes.map(({ code, label }) => (
        <label key={code}>
          <input
            type="checkbox"
            checked={offScale.includes(code)}
            onChange={({ target }) =>
              say([id], target.checked ? [...offScale, code] : offScale.filter((own) => own !== code))
            }
          />{' '}
          {label || code}
        </label>
      ))}
      {others.length > 0 && (
        <Button onClick={() => say(others, offScale)}>
          The same for the {others.length === 1 ? 'other' : `${others.length} others`} of this code list
        </Button>
      )}
    </details>
  );
}
