import type { Shown } from '../table/shown-shape.js';
import { byId } from '../by-id.js';
import type { TableView } from './types.js';

/** Whether cells of a table are hatched by how they depart from independence. */
export const isHatched = ({ blocks }: TableView, { hatch }: Shown): boolean =>
  hatch && blocks.flat().some(({ figures }) => byId(figures, 'adjusted-residual'));
