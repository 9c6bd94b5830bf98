import { type ComponentProps, memo, useMemo } from 'react';
import { useAfterPaint } from '../../kit/use-after-paint.js';
import { Picture } from './Picture.js';

const StillPicture = memo(Picture);

/** The picture under a table: it follows the table, which does not wait for it. */
export function LatePicture(props: ComponentProps<typeof Picture>) {
  const { table, battery, block, drawn, title, shown, show, told } = props;
  const { toast, fail } = told;
  const now = useMemo(
    () => ({ table, battery, block, drawn, title, shown, show, told: { toast, fail } }),
    [table, battery, block, drawn, title, shown, show, toast, fail],
  );
  const late = useAfterPaint(now);
  return late && <StillPicture {...late} />;
}
