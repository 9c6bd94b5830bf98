import { type Settle, SETTLES } from '../../../core/recode/settle.js';
import { Field } from '../../../kit/kit.js';
import kit from '../../../kit/kit.module.css';

const WORDS: Record<Settle, string> = {
  option: 'the other answers stand',
  exclusive: 'the one that excludes stands alone',
  aside: 'the respondent is left without an answer',
};

/** What becomes of who gives an answer that excludes all others together with another. */
export function SettleField({ settle = 'option', put }: { settle: Settle | undefined; put: (settle: Settle) => void }) {
  return (
    <Field label="Given together with another answer">
      <select
        className={kit['input']}
        value={settle}
        onChange={(event) => put(SETTLES.find((choice) => choice === event.target.value) ?? 'option')}
      >
        {SETTLES.map((choice) => (
          <option key={choice} value={choice}>
            {WORDS[choice]}
          </option>
        ))}
      </select>
    </Field>
  );
}
