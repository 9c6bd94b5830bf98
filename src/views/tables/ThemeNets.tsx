import type { StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { netsOfThemes } from '../../core/recode/theme/nets-of-themes.js';
import type { Net } from '../../core/table/net.js';
import { Button } from '../../kit/kit.js';
import type { Draft } from './url.js';
import css from './table.module.css';

interface Props {
  view: StudyView;
  draft: Draft;
  change: (draft: Draft) => void;
}

/** The nets that the broader themes of a variable make; none where it is made of no themes, or none is broader. */
function netsFor(view: StudyView, variable: number): Net[] {
  const recipe = byId(view.workings, byId(view.variables, variable)?.workingId)?.recipe;
  return recipe?.kind === 'theme' ? netsOfThemes(recipe.themes) : [];
}

/** Of themes that stand under broader ones: offers a line for each broader one, over its parts. */
export function ThemeNets({ view, draft, change }: Props) {
  const { rows } = draft;
  const offered = rows.flatMap(({ variable, nets = [] }, item) => {
    const own = nets.length > 0 ? [] : netsFor(view, variable);
    return own.length === 0 ? [] : [{ item, variable, nets: own }];
  });
  if (offered.length === 0) return null;
  return (
    <div className={css['standings']} role="group" aria-label="Broader themes">
      {offered.map(({ item, variable, nets }) => (
        <span key={item}>
          Themes stand under broader ones.{' '}
          <Button
            title={`${titleOf(byId(view.variables, variable)!)}: who mentions a broader theme or one of its parts`}
            onClick={() => change({ ...draft, rows: rows.map((row, k) => (k === item ? { ...row, nets } : row)) })}
          >
            {`A line for each broader theme (${nets.length})`}
          </Button>
        </span>
      ))}
    </div>
  );
}
