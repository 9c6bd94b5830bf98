import { describe, expect, it } from 'vitest';
import { askedAfter, NOTHING_ASKED } from './asked.js';

const rows = (variable: number) => ({ ...NOTHING_ASKED.draft, rows: [{ variable }] });
const opened = askedAfter(NOTHING_ASKED, {
  is: 'opened',
  draft: rows(1),
  saved: 7,
  shown: { ...NOTHING_ASKED.shown, predicted: 'columns', shares: { '1': 50, '2': 50 }, hatch: false },
  since: 12,
});

describe('what the Tables screen asks for', () => {
  it('is as the address has it once it was read', () => {
    expect(opened).toMatchObject({ saved: 7, since: 12, ready: true, draft: { rows: [{ variable: 1 }] } });
  });

  it('keeps what is shown while its rows stay, and of other rows what is not theirs alone', () => {
    const split = askedAfter(opened, { is: 'draft', draft: { ...rows(1), by: [[2]] } });
    expect(split.shown).toBe(opened.shown);
    const other = askedAfter(opened, { is: 'draft', draft: rows(3) });
    expect(other.shown).toMatchObject({ hatch: false, predicted: undefined, shares: undefined });
    expect(other.saved).toBe(7);
  });

  it('forgets the title of a picture with the table that it was of', () => {
    const titled = askedAfter(opened, { is: 'shown', shown: { ...opened.shown, heading: 'Who is content' } });
    const filtered = { ...rows(1), weight: 5 };
    expect(askedAfter(titled, { is: 'draft', draft: filtered }).shown.heading).toBe('Who is content');
    expect(askedAfter(titled, { is: 'draft', draft: rows(3) }).shown.heading).toBeUndefined();
    expect(askedAfter(titled, { is: 'draft', draft: { ...rows(1), by: [[2]] } }).shown.heading).toBeUndefined();
  });

  it('is that table once it was kept, and none from where it is to be a new one', () => {
    const fresh = askedAfter(opened, { is: 'new' });
    expect(fresh).toMatchObject({ saved: null, draft: opened.draft, shown: opened.shown });
    expect(askedAfter(fresh, { is: 'kept', table: 9, since: 14 })).toMatchObject({ saved: 9, since: 14 });
  });
});
