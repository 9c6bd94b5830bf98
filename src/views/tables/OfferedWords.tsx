import type { RosterVariable } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { Completion } from '../../core/table/complete-sentence.js';
import kit from '../../kit/kit.module.css';
import { metaOf } from '../roster/words.js';
import css from './sentence.module.css';

const KINDS: Record<Completion['kind'], string> = { variable: 'variable', category: 'category', word: 'goes on' };

interface Props {
  id: string;
  options: readonly Completion[];
  active: number;
  variables: readonly RosterVariable[];
  choose: (option: Completion) => void;
}

/** What can be written on where the cursor stands; nothing where there is nothing. */
export function OfferedWords({ id, options, active, variables, choose }: Props) {
  if (options.length === 0) return null;
  const hint = ({ kind, variable }: Completion) => {
    const own = byId(variables, variable);
    if (!own) return KINDS[kind];
    return kind === 'category' ? `category of ${titleOf(own)}` : metaOf(own);
  };
  return (
    <div role="listbox" id={id} aria-label="Goes on with" className={css['offered']}>
      {options.map((option, k) => (
        <div
          key={`${option.kind} ${option.text}`}
          id={`${id}-${k}`}
          role="option"
          aria-selected={k === active}
          className={kit['option']}
          onMouseDown={(event) => {
            event.preventDefault();
            choose(option);
          }}
        >
          <span>{option.text}</span>
          <small>{hint(option)}</small>
        </div>
      ))}
    </div>
  );
}
