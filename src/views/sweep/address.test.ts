import { describe, expect, it } from 'vitest';
import type { StudyView } from '../../api/types.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import { AGE, variable } from '../roster/variable.fixtures.js';
import { EMPTY } from '../tables/url.js';
import { shownOfSweep, type SweepAsk, sweepIn, sweepQuery } from './address.js';

const ASK: SweepAsk = {
  draft: { ...EMPTY, rows: [{ variable: 2 }], by: [[1]] },
  sort: 'p',
  adjustment: 'benjamini-hochberg',
  saved: null,
};
const kept = (id: number, shown: StudyView['tables'][number]['shown']) =>
  ({ id, sentence: bodyOfSentence(ASK.draft), shown }) as StudyView['tables'][number];
const BOTH = {
  variables: [variable({ id: 1, name: 'site', label: 'Site' }), AGE],
  tables: [kept(7, shownOfSweep(ASK)), kept(8, { hatch: true })],
};

describe('the address of a sweep', () => {
  it('keeps what is asked for, and says nothing of what is usual', () => {
    const usual: SweepAsk = { draft: EMPTY, sort: 'strength', adjustment: 'holm', saved: null };
    expect(sweepQuery(usual, BOTH)).toBe('');
    expect(sweepIn(sweepQuery(ASK, BOTH), BOTH)).toEqual(ASK);
    expect(sweepIn('?by=gone&sort=x&adjust=y', BOTH)).toEqual(usual);
  });

  it('of one that is kept is that, until something else is asked for', () => {
    expect(sweepIn('?table=7', BOTH)).toEqual({ ...ASK, saved: 7 });
    const other: SweepAsk = { ...ASK, draft: { ...ASK.draft, rows: [] }, sort: 'list', adjustment: 'holm', saved: 7 };
    expect(sweepIn(sweepQuery(other, BOTH), BOTH)).toEqual(other);
    // A table that is no sweep, and one that is gone.
    for (const table of ['8', '99']) expect(sweepIn(`?table=${table}`, BOTH).saved).toBeNull();
  });

  it('is kept with nothing said of what is usual', () => {
    expect(shownOfSweep({ sort: 'strength', adjustment: 'holm' })).toEqual({ hatch: true, sweep: {} });
    expect(shownOfSweep(ASK)).toEqual({ hatch: true, sweep: { sort: 'p' }, adjustment: 'benjamini-hochberg' });
  });
});
