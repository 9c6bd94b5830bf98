import { MainButton, PlainButton } from '../../../kit/kit.js';
import css from '../workings.module.css';

interface BothChangesProps {
  /** The recipe as it is now, in a line. */
  line: string;
  theirs: () => void;
  mine: () => void;
}

/** The working was changed elsewhere while it was open here: what it is now, and whose to go on with. */
export function BothChanges({ line, theirs, mine }: BothChangesProps) {
  return (
    <div className={css['both-changes']} role="group" aria-label="Changed meanwhile">
      <p>
        <b>This working was changed meanwhile</b>, in another tab or by somebody else. It is now: <i>{line}</i>
      </p>
      <MainButton onClick={theirs}>Take theirs</MainButton>
      <PlainButton onClick={mine}>Go on with mine</PlainButton>
    </div>
  );
}
