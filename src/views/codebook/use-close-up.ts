import { useDraft } from '../shell/use-draft.js';

const isFlag = (value: unknown): value is boolean => typeof value === 'boolean';

/** Whether a variable is shown close up beside the grid; remembered in this browser. */
export function useCloseUp(): [boolean, (on: boolean) => void] {
  const [on, set] = useDraft('hatch-count.close-up', true, isFlag);
  return [on, set];
}
