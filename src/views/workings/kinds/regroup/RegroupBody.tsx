import { useMemo } from 'react';
import { withEverythingElse } from '../../../../core/recode/regroup/everything-else.js';
import { type Start, startRegroup } from '../../../../core/recode/regroup/starts.js';
import type { Regroup } from '../../../../core/recode/regroup/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Button, Wait } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import { RegroupDiagram } from '../../RegroupDiagram.js';
import type { BodyProps } from '../body-props.js';
import { changed, merged, placed, renamed, sent, withoutGroup, withRest } from './regroup-edits.js';
import { RestFields } from './RestFields.js';
import { TypedGroups } from './TypedGroups.js';

const STARTS: readonly (readonly [Start, string])[] = [
  ['each', 'each its own'],
  ['reverse', 'reverse'],
  ['halves', 'two halves'],
  ['ends', 'two, middle, two'],
];

/** Categories to categories: the ribbons from old codes to new groups are the editor and the proof at once. */
export function RegroupBody({ recipe, change, detail, source, previewed }: BodyProps<Regroup>) {
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
  const put = (next: Partial<Regroup>) => change(changed(recipe, next));
  const { blank } = recipe;
  const blankGroup = blank && 'group' in blank ? recipe.groups.findIndex(({ code }) => code === blank.group) : null;
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
      <RegroupDiagram
        source={codes}
        proof={proof}
        counts={counts}
        blank={detail.blank}
        groups={withEverythingElse(recipe, codes).groups}
        setAside={recipe.setAside}
        answered={isMultiple ? detail.answered : null}
        blankTo={blankGroup}
        send={(code, target) => change(sent(recipe, codes, code, target))}
        rename={(at, label) => change(renamed(recipe, at, label))}
        place={(from, to) => change(placed(recipe, from, to))}
        remove={(at) => change(withoutGroup(recipe, at))}
        merge={(from, into) => change(merged(recipe, from, into))}
      />
      <RestFields recipe={recipe} isMultiple={isMultiple} put={put} withRest={() => change(withRest(recipe))} />
      <TypedGroups recipe={recipe} codes={codes} put={put} />
    </>
  );
}
