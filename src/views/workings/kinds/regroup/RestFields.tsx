import { MISSING_REASONS, MISSING_WORDS } from '../../../../core/codebook/types.js';
import { MISSING_CODES, type Regroup, UNNAMED } from '../../../../core/recode/regroup/shape.js';
import { Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import css from '../../workings.module.css';
import { REST_LABEL } from './regroup-edits.js';

const UNNAMED_WORDS = {
  'left-over': 'are left over, and told',
  'set-aside': 'are set aside: no answer',
  own: 'keep a group each',
} as const;
const MISSING_CODE_WORDS = {
  keep: 'stay, each for its own reason',
  one: 'become one: no answer',
  blank: 'become blank',
} as const;

interface Props {
  recipe: Regroup;
  isMultiple: boolean;
  put: (next: Partial<Regroup>) => void;
  /** Makes a group for what no other names. */
  withRest: () => void;
}

const GROUP = 'group ';
/** The group that a choice names; null: it names none. */
const groupIn = (value: string) => (value.startsWith(GROUP) ? { group: value.slice(GROUP.length) } : null);

/** The groups to choose from. */
function GroupOptions({ groups }: Pick<Regroup, 'groups'>) {
  return groups.map(({ code, label }) => (
    <option key={code} value={GROUP + code}>
      go to {label || GROUP + code}
    </option>
  ));
}

/** What becomes of codes that no group names, of missing codes, and of blanks. */
export function RestFields({ recipe, isMultiple, put, withRest }: Props) {
  const { unnamed, blank } = recipe;
  return (
    <div className={css['row']} role="group" aria-label="What no group names">
      <Field label={isMultiple ? 'Options in no net' : 'Answers in no group'}>
        <select
          className={kit['input']}
          value={typeof unnamed === 'object' ? GROUP + unnamed.group : (unnamed ?? 'left-over')}
          onChange={({ target: { value } }) => {
            if (value === 'new') withRest();
            else put({ unnamed: groupIn(value) ?? UNNAMED.find((other) => other === value) });
          }}
        >
          {UNNAMED.map((item) => (
            <option key={item} value={item}>
              {UNNAMED_WORDS[item]}
            </option>
          ))}
          <option value="new">go to a new group, “{REST_LABEL}”</option>
          <GroupOptions groups={recipe.groups} />
        </select>
      </Field>
      {!isMultiple && (
        <Field label="Missing codes">
          <select
            className={kit['input']}
            value={recipe.missing ?? 'keep'}
            onChange={(event) => put({ missing: MISSING_CODES.find((code) => code === event.target.value) })}
          >
            {MISSING_CODES.map((code) => (
              <option key={code} value={code}>
                {MISSING_CODE_WORDS[code]}
              </option>
            ))}
          </select>
        </Field>
      )}
      {!isMultiple && (
        <Field label="Blanks">
          <select
            className={kit['input']}
            value={!blank ? '' : 'group' in blank ? GROUP + blank.group : blank.missing}
            onChange={({ target: { value } }) => {
              const reason = MISSING_REASONS.find((other) => other === value);
              put({ blank: groupIn(value) ?? (reason && { missing: reason }) });
            }}
          >
            <option value="">stay blank</option>
            {MISSING_REASONS.map((reason) => (
              <option key={reason} value={reason}>
                no answer: {MISSING_WORDS[reason]}
              </option>
            ))}
            <GroupOptions groups={recipe.groups} />
          </select>
        </Field>
      )}
    </div>
  );
}
