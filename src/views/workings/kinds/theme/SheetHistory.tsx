import { useAnswer } from '../../../server/use-answer.js';
import css from '../../workings.module.css';

/** How a code sheet came to be what it is, the last change first; closed until it is asked for. */
export function SheetHistory({ study, working }: { study: string; working: number }) {
  const { answer } = useAnswer('GET /studies/{study}/workings/{working}/sheet/history', { study, working });
  if (!answer || answer.length === 0) return null;
  return (
    <details>
      <summary>History of the code sheet</summary>
      <ul>
        {answer.map(({ entry, madeAt, words }) => (
          <li key={entry} className={css['hint']}>
            {new Date(madeAt).toLocaleString()}: {words.join('; ')}{' '}
            <a href={`/studies/${study}/ledger?entry=${entry}`}>in the ledger</a>
          </li>
        ))}
      </ul>
    </details>
  );
}
