import type { Shown } from '../table/shown-shape.js';
import { byId } from '../by-id.js';
import type { TableView } from './types.js';

/** Whether cells of a table are hatched by how they depart from independence. */
export const isHatched = ({ blocks, summary, sweep }: TableView, { hatch }: Shown): boolean =>
  hatch && !summary && !sweep && blocks.flat().some(({ figures }) => byId(figures, 'adjusted-residual'));
