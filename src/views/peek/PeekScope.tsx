import { byId } from '../../core/by-id.js';
import { type ReactNode, useCallback } from 'react';
import type { StudyView } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { Names } from './names.js';
import { Peek } from './Peek.js';

/** A screen on which every variable's name can be peeked at. */
export function PeekScope({ study, view, children }: { study: string; view: StudyView; children: ReactNode }) {
  const nameFor = useCallback(
    (id: number) => {
      const variable = byId(view.variables, id);
      return variable ? titleOf(variable) : 'a variable that is gone';
    },
    [view],
  );
  return (
    <Names value={nameFor}>
      {children}
      <Peek study={study} />
    </Names>
  );
}
