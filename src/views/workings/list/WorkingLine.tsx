import type { Working } from '../../../api/types.js';
import { spark } from '../../../charts/spark.js';
import { titleOf } from '../../../core/codebook/types.js';
import { verbOf } from '../../../core/recode/say.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { plural } from '../../../core/words.js';
import { Button } from '../../../kit/kit.js';
import { Svg } from '../../../kit/Svg.js';
import { peekAt } from '../../peek/Peek.js';
import { bars } from '../../roster/words.js';
import type { Entry } from './find-workings.js';
import list from './list.module.css';

interface Props {
  study: string;
  entry: Entry;
  title: (variable: number) => string;
  chosen: boolean;
  choose: (variable: number) => void;
  change: (working: number) => void;
  copy: (working: Working) => void;
  takeOther: (working: number, other: number) => void;
}

/** Sources that are named before the rest is counted. */
const NAMED = 3;

/** What stands on a working. */
function sayUse({ tables, variables }: Entry): string {
  const parts = [
    tables > 0 ? `in ${plural(tables, 'table')}` : '',
    variables > 0 ? `${plural(variables, 'variable')} made of it` : '',
  ];
  return parts.filter((part) => part !== '').join(', ') || 'unused';
}

/** A working in the list: what it makes of what, its recipe in a line, whether its proof holds, what stands on it. */
export function WorkingLine({ study, entry, title, chosen, choose, change, copy, takeOther }: Props) {
  const { working, variable, line, same } = entry;
  const sources = sourcesOf(working.recipe);
  const picture = bars(variable);
  return (
    <li className={list['entry']} data-chosen={chosen}>
      <div className={list['picture']}>{picture && <Svg markup={spark({ ...picture, width: 76, height: 40 })} />}</div>
      <div>
        <h2>
          <button
            type="button"
            className={list['name']}
            aria-pressed={chosen}
            onClick={() => choose(variable.id)}
            {...peekAt(variable.id)}
          >
            {titleOf(variable)}
          </button>{' '}
          <i>{verbOf(working.recipe)}</i>{' '}
          {sources.slice(0, NAMED).map((id, k) => (
            <span key={id}>
              {k > 0 && ', '}
              <span {...peekAt(id)}>{title(id)}</span>
            </span>
          ))}
          {sources.length > NAMED && ` and ${sources.length - NAMED} more`}
        </h2>
        <p>{line}</p>
        <p>
          {working.standsIn && `In the place of ${title(working.standsIn.source)} · `}
          {working.holds ? 'Proof holds' : <span className={list['failing']}>! Proof does not hold</span>} ·{' '}
          {sayUse(entry)} · {working.created.slice(0, 10)}
        </p>
        {same.length > 0 && (
          <p className={list['same']}>
            <span className={list['failing']}>Does the same as</span>{' '}
            {same.map(({ working: other, variable: twin }) => (
              <span key={other}>
                <span {...peekAt(twin.id)}>{titleOf(twin)}</span>{' '}
                <Button
                  onClick={() => takeOther(working.id, other)}
                  aria-label={`Use it instead of ${titleOf(variable)}: ${titleOf(twin)}`}
                  title={`What stands on ${titleOf(variable)} goes over to ${titleOf(twin)}, and it is taken out`}
                >
                  Use it instead
                </Button>
              </span>
            ))}
          </p>
        )}
      </div>
      <div className={list['actions']}>
        <Button onClick={() => change(working.id)} aria-label={`Change ${titleOf(variable)}`}>
          Change
        </Button>
        <Button onClick={() => copy(working)} aria-label={`Copy ${titleOf(variable)}`}>
          Copy
        </Button>
        {variable.countable && <a href={`/studies/${study}/tables?rows=${encodeURIComponent(variable.name)}`}>Table</a>}
      </div>
    </li>
  );
}
