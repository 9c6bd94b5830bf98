import { byId, titleById } from '../../../core/by-id.js';
import type { StudyView, Working, WorkingPreview } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { recipeFollows, sentenceFollows } from '../../../core/recode/stand-in.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { variablesOf } from '../../../core/table/sentence.js';
import { sentenceOfBody } from '../../../core/table/sentence-shape.js';
import { Segmented } from '../../../kit/Segmented.js';
import { peekAt } from '../../peek/Peek.js';
import { Marked, Marks, Note, Panel } from '../../../kit/Panel.js';
import css from '../workings.module.css';

interface Props {
  view: StudyView;
  working: Working | null;
  /** What is made, where it is several. */
  recipes: readonly Recipe[];
  preview: WorkingPreview | null;
  on: boolean;
  put: (on: boolean) => void;
}

/** Whether the result stands beside its source or in its place, and what would go over to it. */
export function StandIn({ view, working, recipes, preview, on, put }: Props) {
  const [recipe] = recipes;
  const source = byId(view.variables, recipe ? sourcesOf(recipe)[0] : 0);
  if (!source || !recipe) return null;
  const standing = working?.standsIn ?? null;
  return (
    <Panel title="Its place">
      <Segmented
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
          <Note>
            It takes the name <b>{source.name}</b>; the source stays, out of the lists, as {source.name}_source
            {recipes.length > 1 && ', and so for each of them'}.
          </Note>
          {preview && <Followers view={view} source={source} preview={preview} own={working?.id ?? 0} />}
        </>
      )}
      {standing !== null && (
        <Note>
          {on ? 'It stands in for' : 'Its name, and what went over from it, go back to'}{' '}
          <span {...peekAt(standing.source)}>{titleOf(source)}</span>.
        </Note>
      )}
    </Panel>
  );
}

/**
 * Tables and workings that stand on the source: which go over, and which stay because their codes mean something else.
 */
function Followers({
  view,
  source,
  preview: made,
  own,
}: {
  view: StudyView;
  source: StudyView['variables'][number];
  preview: WorkingPreview;
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
  if (items.length === 0) return <Note>Nothing else stands on {titleOf(source)} yet.</Note>;
  return (
    <Marks>
      {items.map(({ key, title: name, goes }) => (
        <Marked key={key} mark={goes ? '→' : '·'}>
          <span>
            {name}{' '}
            {goes ? (
              <small>goes over to it</small>
            ) : (
              <small className={css['warn']}>stays on the source: its codes mean something else here</small>
            )}
          </span>
        </Marked>
      ))}
    </Marks>
  );
}
