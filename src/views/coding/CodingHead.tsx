import type { StudyView, Working } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import { FileChooser } from '../../kit/FileChooser.js';
import { Segmented } from '../../kit/Segmented.js';
import { fileAddress } from '../server/address.js';
import { codingAddress } from './coding-address.js';
import css from './coding.module.css';

/** What is done on the screen: answers are coded, or two coders compared. */
export type Part = 'code' | 'agreement';

interface Props {
  view: StudyView;
  working: Working;
  recipe: ThemeRecipe;
  coder: string;
  part: Part;
  choose: (part: Part) => void;
  /** Takes codings in that were made elsewhere; lines that name no coder are of this one. */
  takeIn: (file: File, coder: string) => void;
}

const FILE = 'GET /studies/{study}/workings/{working}/codings/file';

/** What is coded, by whom, and where it leads. */
export function CodingHead({ view, working, recipe, coder, part, choose, takeIn }: Props) {
  const study = view.study.id;
  const made = byId(view.variables, working.variable);
  return (
    <div className={css['head']}>
      <h1>
        Coding <b>{made ? titleOf(made) : 'answers'}</b> as{' '}
        <select
          aria-label="Who codes"
          value={coder}
          onChange={({ target }) => location.assign(codingAddress(study, working.id, target.value))}
        >
          {recipe.coders.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </h1>
      {recipe.coders.length > 1 && (
        <Segmented
          label="What is done"
          value={part}
          of={[
            ['code', 'Code'],
            ['agreement', 'Agreement'],
          ]}
          choose={choose}
        />
      )}
      <a href={`/studies/${study}/workings?working=${working.id}`}>Code sheet</a>
      {made && <a href={`/studies/${study}/tables?rows=${encodeURIComponent(made.name)}`}>Table</a>}
      <a href={fileAddress(FILE, { study, working: working.id, query: { coder } })} download>
        Codings as CSV
      </a>
      <FileChooser
        called="Codings of this coder, as CSV"
        text="Take codings in…"
        accept=".csv,.txt,text/csv"
        disabled={false}
        take={(file) => takeIn(file, coder)}
      />
    </div>
  );
}
