import type { Display } from './display.js';
import { arrange, shownPlaces } from './order.js';
import type { Table } from './table.js';

/** A table that stands alone, as it is shown. */
export function asDisplayed<T extends Table>(table: T, display: Display): T {
  const [places] = shownPlaces([table], display);
  return places ? arrange(table, places) : table;
}
