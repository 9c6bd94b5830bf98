import { describe, expect, it } from 'vitest';
import { addressOf, makeAddress, numberAddress, placeFrom, type WorkingsAddress } from './workings-address.js';

const PLACES: WorkingsAddress[] = [
  { at: 'list' },
  { at: 'working', id: 12, entry: undefined },
  { at: 'working', id: 12, entry: 40 },
  { at: 'make', kind: 'regroup', of: ['site'], like: null, comma: false },
  { at: 'make', kind: 'gather', of: ['crop_1', 'a & b', 'c=d'], like: null, comma: false },
  { at: 'make', kind: 'band', of: [], like: 4, comma: false },
  { at: 'make', kind: 'number', of: ['weight'], like: null, comma: true },
];

describe('what is open in the workings', () => {
  it.each(PLACES)('stands in the address: %j', (place) => {
    expect(placeFrom(addressOf(place))).toEqual(place);
  });

  it.each(['?make=cake', '?working=x', '?working=-1', '?like=3', '?entry=4'])(
    'is the list where the address says nothing: %s',
    (search) => expect(placeFrom(search)).toEqual({ at: 'list' }),
  );

  it('is where other screens lead', () => {
    expect(makeAddress('plots', 'flags', 'site')).toBe('/studies/plots/workings?make=flags&of=site');
    expect(numberAddress('plots', 'weight', ',')).toBe('/studies/plots/workings?make=number&of=weight&decimal=comma');
    expect(numberAddress('plots', 'weight', '.')).toBe('/studies/plots/workings?make=number&of=weight');
  });
});
