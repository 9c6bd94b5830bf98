import type { RosterVariable } from '../../../../api/types.js';
import { isAnswer, titleOf } from '../../../../core/codebook/types.js';
import { whole } from '../../../../core/figures.js';
import type { GatherItem } from '../../../../core/recode/gather/shape.js';
import kit from '../../../../kit/kit.module.css';
import { withTick } from './gather-edits.js';
import css from '../../workings.module.css';

interface Props {
  column: RosterVariable;
  /** Undefined: the column is not chosen. */
  item: GatherItem | undefined;
  put: (item: GatherItem) => void;
}

/** An option: its label, which codes of its column mean ticked, whether it excludes the others. */
export function OptionTicks({ column, item, put }: Props) {
  const answers = column.codes.filter(isAnswer);
  const codes = answers.map(({ code }) => code);
  // How many respondents have a code is in the column's picture.
  const times = column.picture.is === 'bars' ? column.picture.bars : [];
  const title = titleOf(column);
  return (
    <>
      <input
        className={kit['input']}
        aria-label={`Label of the option ${title}`}
        value={item?.label ?? ''}
        onChange={(event) => item && put({ ...item, label: event.target.value })}
      />
      {item && (
        <span className={css['ticks']} role="group" aria-label={`What means ticked in ${title}`}>
          <span>ticked is</span>
          {answers.map(({ code, label }, at) => (
            <label key={code}>
              <input
                type="checkbox"
                checked={code === item.ticked || (item.also?.includes(code) ?? false)}
                onChange={(event) => put(withTick(item, codes, code, event.target.checked))}
              />
              {label === code ? code : `${code} ${label}`}
              {times[at] === undefined ? '' : ` (${whole(times[at])})`}
            </label>
          ))}
          <label title="Nobody who says it can say another: “don’t know”">
            <input
              type="checkbox"
              checked={item.exclusive ?? false}
              onChange={(event) => put({ ...item, exclusive: event.target.checked || undefined })}
            />
            excludes others
          </label>
        </span>
      )}
    </>
  );
}
