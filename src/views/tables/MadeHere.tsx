import { titleOf } from '../../core/codebook/types.js';
import { Button } from '../../kit/kit.js';
import { peekAt } from '../peek/Peek.js';
import type { useHeadingEdits } from './use-heading-edits.js';
import css from './table.module.css';

/** A working that gestures on this table made, with its proof and the way back. */
export function MadeHere({
  study,
  made,
}: {
  study: string;
  made: ReturnType<typeof useHeadingEdits>['standing'][number];
}) {
  const { variable, before, back } = made;
  return (
    <p className={css['madeHere']}>
      <b {...peekAt(variable.id)}>{titleOf(variable)}</b> is made here from{' '}
      <span {...peekAt(before.id)}>{titleOf(before)}</span>
      {variable.holds ? '; its proof holds. ' : '; '}
      {!variable.holds && <b className={css['caution']}>its proof does not hold. </b>}
      <a href={`/studies/${study}/workings?working=${variable.workingId ?? 0}`}>recipe and proof</a>{' '}
      <Button onClick={back}>back to {titleOf(before)}</Button>
    </p>
  );
}
