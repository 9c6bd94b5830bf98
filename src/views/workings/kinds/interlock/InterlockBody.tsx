import { byId } from '../../../../core/by-id.js';
import { useMemo } from 'react';
import { isAnswer } from '../../../../core/codebook/types.js';
import { whole } from '../../../../core/figures.js';
import type { Interlock } from '../../../../core/recode/interlock/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Field } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { OrderedSources, SourceChooser } from '../../editor/SourceChooser.js';
import { suitsInterlock } from './suits.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

/** Groups within groups as one variable, its labels made from both. */
export function InterlockBody({ view, recipe, change }: BodyProps<Interlock>) {
  const candidates = useMemo(() => view.variables.filter(suitsInterlock), [view]);
  const sources = recipe.sources.flatMap((id) => byId(view.variables, id) ?? []);
  const counts = sources.map(({ codes }) => codes.filter(isAnswer).length);
  const combinations = counts.reduce((product, count) => product * count, 1);
  const example = sources.map(({ codes }) => codes.find(isAnswer)).map((code) => code?.label || (code?.code ?? '…'));
  const choose = (ids: number[]) => change({ ...recipe, sources: ids });
  return (
    <>
      <Bar label="Interlock">
        <BarGroup name="Empty combinations">
          <Segmented
            label="Empty combinations"
            value={recipe.empty ? 'keep' : 'drop'}
            of={[
              ['drop', 'dropped'],
              ['keep', 'kept'],
            ]}
            choose={(empty) => change({ ...recipe, empty: empty === 'keep' })}
          />
        </BarGroup>
        {sources.length > 1 && <span>{`${counts.join(' × ')} = ${whole(combinations)} combinations`}</span>}
      </Bar>
      <OrderedSources
        variables={view.variables}
        chosen={recipe.sources}
        choose={choose}
        words={(place) => (place === 0 ? 'outermost' : 'within it')}
      />
      {sources.length > 1 && (
        <div className={css['row']}>
          <Field label="Between the parts of a label">
            <input
              className={kit['input']}
              value={recipe.between}
              maxLength={20}
              onChange={(event) => change({ ...recipe, between: event.target.value })}
            />
          </Field>
          <p className={css['hint']}>as in “{example.join(recipe.between)}”</p>
        </div>
      )}
      <SourceChooser
        title="Groups"
        hint="variables with one category a respondent, from the outermost inwards"
        candidates={candidates}
        chosen={recipe.sources}
        choose={choose}
      />
    </>
  );
}
