import type { Shown } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import type { TableView } from '../../core/view/types.js';

/** Whether cells of a table are hatched by how they depart from independence. */
export const isHatched = ({ blocks }: TableView, { hatch }: Shown): boolean =>
  hatch && blocks.flat().some(({ figures }) => byId(figures, 'adjusted-residual'));
