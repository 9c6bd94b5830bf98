import type { Band } from '../../../../core/recode/band/shape.js';
import { titledBy } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { BandBody } from './BandBody.js';

export const bandView: ViewKind<Band> = {
  title: 'Band',
  says: 'Cut a number into categories, on its histogram.',
  noun: 'working',
  of: 'one',
  sources: 'a number',
  suits: ({ level }) => level === 'number',
  start: ({ sources: [first] }) => ({ kind: 'band', source: first?.id ?? 0, ends: 'lower', bands: [], taken: [] }),
  startLabel: titledBy(', banded'),
  lack: ({ source, bands }) => {
    if (source === 0) return 'Choose the number to cut, at the top.';
    return bands.length === 0 ? 'Click on the histogram where a band is to end, or let it be cut into parts.' : null;
  },
  Body: BandBody,
};
