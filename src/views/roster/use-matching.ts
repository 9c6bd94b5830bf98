import { useMemo, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { finderFor } from './find.js';
import { inOrder, type RosterOrder, shows, showingOptions, type Showing } from './showing.js';

/** What of the roster is in sight: found by what was typed, shown by one thing, in an order. */
export function useMatching(variables: readonly RosterVariable[], withIssues?: ReadonlySet<number>) {
  const [search, setSearch] = useState('');
  const [wanted, show] = useState<Showing>('all');
  const [order, setOrder] = useState<RosterOrder>('file');
  const find = useMemo(() => finderFor(variables), [variables]);
  // A group that is gone shows nothing any more.
  const showing = useMemo(
    () =>
      showingOptions(variables, withIssues).some(({ options }) => options.some(({ value }) => value === wanted))
        ? wanted
        : 'all',
    [variables, withIssues, wanted],
  );
  const matching = useMemo(() => {
    const kept = find(search).filter(shows(showing, withIssues));
    // What was searched for stands by how well it fits.
    return search.trim() === '' ? inOrder(kept, order) : kept;
  }, [find, search, showing, withIssues, order]);
  return { search, setSearch, showing, show, order, setOrder, matching };
}
