import { type ComponentProps, memo, useMemo } from 'react';
import { useAfterPaint } from '../../kit/use-after-paint.js';
import { Picture } from './Picture.js';

const StillPicture = memo(Picture);

/** The picture under a table: it follows the table, which does not wait for it. */
export function LatePicture({ table, battery, block, title, shown, show, told }: ComponentProps<typeof Picture>) {
  const { toast, fail } = told;
  const now = useMemo(
    () => ({ table, battery, block, title, shown, show, told: { toast, fail } }),
    [table, battery, block, title, shown, show, toast, fail],
  );
  const late = useAfterPaint(now);
  return late && <StillPicture {...late} />;
}
