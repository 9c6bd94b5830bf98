import type { RosterVariable, Shown, StudyView } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { saySentence } from '../../core/table/say-sentence.js';
import type { Sentence } from '../../core/table/sentence.js';
import { makeAddress } from '../workings/workings-address.js';
import { PairsPicture } from './Picture.js';
import type { Told } from './put-copied.js';
import css from './table.module.css';

interface Props {
  view: StudyView;
  /** A number by another one. */
  sentence: Sentence;
  /** The one across, which has too many different numbers for columns. */
  across: RosterVariable;
  shown: Shown;
  show: (shown: Shown) => void;
  told: Told;
}

/** Two numbers that have no table, as a picture; and how they come to have one. */
export function PairsPane({ view, sentence, across, shown, show, told }: Props) {
  const study = view.study.id;
  const title = saySentence(sentence, view.variables);
  return (
    <>
      <p className={css['standings']} role="note">
        <span>
          {titleOf(across)} has too many different numbers for a column each, so the two are drawn. For a table, make
          groups of it:
        </span>
        <a href={makeAddress(study, 'band', across.name)}>Cut {titleOf(across)} into bands</a>
      </p>
      <PairsPicture drawn={{ study, sentence }} title={title} {...{ shown, show, told }} />
    </>
  );
}
