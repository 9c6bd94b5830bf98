import { type ComponentProps, memo, useDeferredValue, useMemo } from 'react';
import { Picture } from './Picture.js';

const StillPicture = memo(Picture);

/** The picture under a table: it follows the table, which does not wait for it. */
export function LatePicture({ table, battery, block, title, shown, show, told }: ComponentProps<typeof Picture>) {
  const { toast, fail } = told;
  const now = useMemo(
    () => ({ table, battery, block, title, shown, show, told: { toast, fail } }),
    [table, battery, block, title, shown, show, toast, fail],
  );
  const late = useDeferredValue(now, null);
  return late && <StillPicture {...late} />;
}
