import { useMemo, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { finderFor } from './find.js';
import { inOrder, type RosterOrder, shows, showingOptions, type Showing } from './showing.js';

/** What of the roster is in sight: found by what was typed, shown by one thing, in an order. */
export function useFound(variables: readonly RosterVariable[], sick?: ReadonlySet<number>) {
  const [search, setSearch] = useState('');
  const [wanted, show] = useState<Showing>('all');
  const [order, setOrder] = useState<RosterOrder>('file');
  const find = useMemo(() => finderFor(variables), [variables]);
  // A group that is gone shows nothing any more.
  const showing = useMemo(
    () =>
      showingOptions(variables, sick).some(({ options }) => options.some(({ value }) => value === wanted))
        ? wanted
        : 'all',
    [variables, sick, wanted],
  );
  const found = useMemo(() => {
    const kept = find(search).filter(shows(showing, sick));
    // What was searched for stands by how well it was found.
    return search.trim() === '' ? inOrder(kept, order) : kept;
  }, [find, search, showing, sick, order]);
  return { search, setSearch, showing, show, order, setOrder, found };
}
