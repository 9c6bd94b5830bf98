import { z } from 'zod';
import type { KeptShape } from '../../core/kept-shape.js';
import { useDraft } from '../shell/use-draft.js';

const FLAG: KeptShape<boolean> = { version: 1, shape: z.boolean() };

/** Whether a variable is shown close up beside the grid; remembered in this browser. */
export function useCloseUp(): [boolean, (on: boolean) => void] {
  const [on, set] = useDraft('hatch-count.close-up', true, FLAG);
  return [on, set];
}
