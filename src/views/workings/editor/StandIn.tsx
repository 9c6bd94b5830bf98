import { byId, titleById } from '../../../core/by-id.js';
import type { StudyView, Working, WorkingPreview } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { recipeFollows, sentenceFollows } from '../../../core/recode/stand-in.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { variablesOf } from '../../../core/table/sentence.js';
import { sentenceOfBody } from '../../../core/table/sentence-shape.js';
import { Choice } from '../../../kit/kit.js';
import { peekAt } from '../../peek/Peek.js';
import reading from '../../reading/reading.module.css';
import css from '../workings.module.css';

interface Props {
  view: StudyView;
  working: Working | null;
  /** What is made, where it is several. */
  recipes: readonly Recipe[];
  made: WorkingPreview | null;
  on: boolean;
  put: (on: boolean) => void;
}

/** Whether the result stands beside its source or in its place, and what would go over to it. */
export function StandIn({ view, working, recipes, made, on, put }: Props) {
  const [recipe] = recipes;
  const source = byId(view.variables, recipe ? sourcesOf(recipe)[0] : 0);
  if (!source || !recipe) return null;
  const standing = working?.standsIn ?? null;
  return (
    <section className={reading['answer']} aria-label="Its place">
      <h2 className={reading['question']}>Its place</h2>
      <Choice
        label="Its place"
        value={on ? 'in' : 'beside'}
        of={[
          ['beside', 'beside its source'],
          ['in', 'in its place'],
        ]}
        choose={(next) => put(next === 'in')}
      />
      {on && standing === null && (
        <>
          <p className={reading['notes']}>
            It takes the name <b>{source.name}</b>; the source stays, out of the lists, as {source.name}_source
            {recipes.length > 1 && ', and so for each of them'}.
          </p>
          {made && <Followers view={view} source={source} made={made} own={working?.id ?? 0} />}
        </>
      )}
      {standing !== null && (
        <p className={reading['notes']}>
          {on ? 'It stands in for' : 'Its name, and what went over from it, go back to'}{' '}
          <span {...peekAt(standing.source)}>{titleOf(source)}</span>.
        </p>
      )}
    </section>
  );
}

/**
 * Tables and workings that stand on the source: which go over, and which stay because their codes mean something else.
 */
function Followers({
  view,
  source,
  made,
  own,
}: {
  view: StudyView;
  source: StudyView['variables'][number];
  made: WorkingPreview;
  own: number;
}) {
  const workings = view.workings.filter(({ id, recipe }) => id !== own && sourcesOf(recipe).includes(source.id));
  const tables = view.tables.filter(({ sentence }) => variablesOf(sentenceOfBody(sentence)).includes(source.id));
  const title = (id: number) => titleById(view.variables, id);
  const items = [
    ...workings.map(({ id, variable, recipe }) => ({
      key: `working ${id}`,
      title: title(variable),
      goes: recipeFollows(recipe, source.id, source, made),
    })),
    ...tables.map(({ id, title: name, sentence }) => ({
      key: `table ${id}`,
      title: name,
      goes: sentenceFollows(sentenceOfBody(sentence), source.id, source, made),
    })),
  ];
  if (items.length === 0) return <p className={reading['notes']}>Nothing else stands on {titleOf(source)} yet.</p>;
  return (
    <ul className={reading['checks']}>
      {items.map(({ key, title: name, goes }) => (
        <li key={key}>
          <b aria-hidden="true">{goes ? '→' : '·'}</b>
          <span>
            {name}{' '}
            {goes ? (
              <small>goes over to it</small>
            ) : (
              <small className={css['warn']}>stays on the source: its codes mean something else here</small>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
