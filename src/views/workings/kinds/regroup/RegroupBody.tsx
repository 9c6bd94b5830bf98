import { useMemo, useState } from 'react';
import { MISSING_REASONS, MISSING_WORDS } from '../../../../core/codebook/types.js';
import { withEverythingElse } from '../../../../core/recode/regroup/everything-else.js';
import { parseRegroup, printRegroup } from '../../../../core/recode/regroup/parse.js';
import { mergedGroups } from '../../../../core/recode/regroup/gestures.js';
import { type Start, startRegroup } from '../../../../core/recode/regroup/starts.js';
import { type Group, MISSING_CODES, UNNAMED, type Regroup } from '../../../../core/recode/regroup/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Button, Field, Wait } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { Loom, type Target } from '../../Loom.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

const STARTS: readonly (readonly [Start, string])[] = [
  ['each', 'each its own'],
  ['reverse', 'reverse'],
  ['halves', 'two halves'],
  ['ends', 'two, middle, two'],
];

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

const REST_LABEL = 'Everything else';

const renumber = (groups: readonly Group[]): Group[] => groups.map((group, k) => ({ ...group, code: String(k + 1) }));

/** Categories to categories: the ribbons from old codes to new groups are the editor and the proof at once. */
export function RegroupBody({ recipe, change, detail, source, previewed }: BodyProps<Regroup>) {
  const [text, setText] = useState<string | null>(null);
  const [unread, setUnread] = useState<{ line: number; text: string }[]>([]);
  const codes = useMemo(
    () => (detail?.codes ?? []).map(({ code, label, missing }) => ({ code, label, missing })),
    [detail],
  );
  const counts = useMemo(
    () => new Map((detail?.codes ?? []).map(({ code, respondents }) => [code, respondents])),
    [detail],
  );
  const isMultiple = source?.level === 'multiple';
  const proof = previewed.preview?.proof ?? null;
  if (recipe.source === 0) return null;
  if (!detail) return <Wait>Counting…</Wait>;
  const put = (next: Partial<Regroup>) => {
    const blank = 'blank' in next ? next.blank : recipe.blank;
    const groups = next.groups ?? recipe.groups;
    // A group that blanks went to may be gone, or have another number.
    const follow = (code: string) => {
      const to = next.groups ? renumbered(recipe.groups, groups, code) : code;
      return to === undefined ? undefined : { group: to };
    };
    const unnamed =
      'unnamed' in next
        ? next.unnamed
        : typeof recipe.unnamed === 'object'
          ? follow(recipe.unnamed.group)
          : recipe.unnamed;
    change({ ...recipe, ...next, unnamed, blank: blank && 'group' in blank ? follow(blank.group) : blank });
    setText(null);
    setUnread([]);
  };
  const without = (code: string) => ({
    groups: recipe.groups.map((group) => ({ ...group, from: group.from.filter((one) => one !== code) })),
    setAside: recipe.setAside.filter((one) => one !== code),
  });
  const send = (code: string, target: Target) => {
    const { groups, setAside } = without(code);
    if (target.to === 'aside') put({ groups, setAside: [...setAside, code] });
    else if (target.to === 'nowhere') put({ groups, setAside });
    else if (target.to === 'new') {
      // Alone in its group, it has a group of its own already.
      if (recipe.groups.some(({ from }) => from.length === 1 && from[0] === code)) return;
      const label = codes.find((one) => one.code === code)?.label ?? code;
      put({ groups: renumber([...groups, { code: '', label, from: [code] }]), setAside });
    } else
      put({
        groups: groups.map((group, k) => (k === target.at ? { ...group, from: [...group.from, code] } : group)),
        setAside,
      });
  };
  const withRest = () => {
    const groups = renumber([...recipe.groups, { code: '', label: REST_LABEL, from: [] }]);
    put({ groups, unnamed: { group: groups.at(-1)!.code } });
  };
  const place = (from: number, to: number) => {
    const groups = [...recipe.groups];
    const [group] = groups.splice(from, 1);
    if (group) groups.splice(to > from ? to - 1 : to, 0, group);
    put({ groups: renumber(groups) });
  };
  const merge = (from: number, into: number) => {
    const [moved, kept] = [recipe.groups[from], recipe.groups[into]];
    if (moved && kept) put({ groups: renumber(mergedGroups(recipe.groups, moved.code, kept.code)) });
  };
  return (
    <>
      <Bar label="Regroup">
        <BarGroup name="Start from">
          {STARTS.map(([start, words]) => (
            <Button key={start} onClick={() => put({ groups: startRegroup(start, codes), setAside: [] })}>
              {words}
            </Button>
          ))}
        </BarGroup>
        {!isMultiple && (
          <BarGroup name="Result">
            <Segmented
              label="Level of the new variable"
              value={recipe.level}
              of={[
                ['ordered', 'ordered'],
                ['unordered', 'categories'],
              ]}
              choose={(level) => put({ level })}
            />
          </BarGroup>
        )}
      </Bar>
      <Loom
        source={codes}
        proof={proof}
        counts={counts}
        blank={detail.blank}
        groups={withEverythingElse(recipe, codes).groups}
        setAside={recipe.setAside}
        answered={isMultiple ? detail.answered : null}
        blankTo={
          recipe.blank && 'group' in recipe.blank
            ? recipe.groups.findIndex(
                ({ code }) => recipe.blank && 'group' in recipe.blank && code === recipe.blank.group,
              )
            : null
        }
        send={send}
        rename={(at, label) =>
          put({ groups: recipe.groups.map((group, k) => (k === at ? { ...group, label } : group)) })
        }
        place={place}
        remove={(at) => put({ groups: renumber(recipe.groups.filter((_, k) => k !== at)) })}
        merge={merge}
      />
      <div className={css['row']} role="group" aria-label="What no group names">
        <Field label={isMultiple ? 'Options in no net' : 'Answers in no group'}>
          <select
            className={kit['input']}
            value={
              typeof recipe.unnamed === 'object' ? `group ${recipe.unnamed.group}` : (recipe.unnamed ?? 'left-over')
            }
            onChange={(event) => {
              const { value } = event.target;
              if (value === 'new') withRest();
              else
                put({
                  unnamed: value.startsWith('group ')
                    ? { group: value.slice('group '.length) }
                    : UNNAMED.find((one) => one === value),
                });
            }}
          >
            {UNNAMED.map((one) => (
              <option key={one} value={one}>
                {UNNAMED_WORDS[one]}
              </option>
            ))}
            <option value="new">go to a new group, “{REST_LABEL}”</option>
            {recipe.groups.map(({ code, label }) => (
              <option key={code} value={`group ${code}`}>
                go to {label || `group ${code}`}
              </option>
            ))}
          </select>
        </Field>
        {!isMultiple && (
          <Field label="Missing codes">
            <select
              className={kit['input']}
              value={recipe.missing ?? 'keep'}
              onChange={(event) => put({ missing: MISSING_CODES.find((one) => one === event.target.value) })}
            >
              {MISSING_CODES.map((one) => (
                <option key={one} value={one}>
                  {MISSING_CODE_WORDS[one]}
                </option>
              ))}
            </select>
          </Field>
        )}
        {!isMultiple && (
          <Field label="Blanks">
            <select
              className={kit['input']}
              value={
                !recipe.blank ? '' : 'group' in recipe.blank ? `group ${recipe.blank.group}` : recipe.blank.missing
              }
              onChange={(event) => {
                const { value } = event.target;
                const reason = MISSING_REASONS.find((one) => one === value);
                put({
                  blank: value.startsWith('group ')
                    ? { group: value.slice('group '.length) }
                    : reason
                      ? { missing: reason }
                      : undefined,
                });
              }}
            >
              <option value="">stay blank</option>
              {MISSING_REASONS.map((reason) => (
                <option key={reason} value={reason}>
                  no answer: {MISSING_WORDS[reason]}
                </option>
              ))}
              {recipe.groups.map(({ code, label }) => (
                <option key={code} value={`group ${code}`}>
                  go to {label || `group ${code}`}
                </option>
              ))}
            </select>
          </Field>
        )}
      </div>
      <details className={css['typed']} open={text !== null}>
        <summary>Type the groups instead</summary>
        <textarea
          className={css['text']}
          aria-label="The recipe as text"
          value={text ?? printRegroup(recipe)}
          onChange={(event) => {
            const read = parseRegroup(event.target.value, codes);
            put({
              groups: read.groups,
              setAside: read.setAside,
              unnamed:
                read.rest === null
                  ? typeof recipe.unnamed === 'object'
                    ? undefined
                    : recipe.unnamed
                  : { group: read.rest },
            });
            setText(event.target.value);
            setUnread(read.unread);
          }}
        />
        <p className={css['hint']}>
          A group a line: label, colon, codes. “1-3” names the answers from 1 to 3, “everything else” those that no line
          names.
        </p>
        {unread.map(({ line, text: unreadText }) => (
          <p key={line} className={css['warn']}>
            Line {line}, “{unreadText}”, has no colon: write label, colon, codes.
          </p>
        ))}
      </details>
    </>
  );
}

/** The code that a group has after a change, found by what goes into it. */
function renumbered(before: readonly Group[], after: readonly Group[], code: string): string | undefined {
  const old = before.find((group) => group.code === code);
  return (
    old &&
    (
      after.find(({ label }) => label === old.label) ??
      after.find(({ from }) => from.some((one) => old.from.includes(one)))
    )?.code
  );
}
