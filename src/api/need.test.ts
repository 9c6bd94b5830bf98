import { describe, expect, it } from 'vitest';
import { ROLES } from '../core/team/roles.js';
import { needOf, refusal, type Standing } from './need.js';

const somebody: Standing = {
  isSignedIn: true,
  isAdministrator: false,
  role: 'tabulates',
  protection: { rows: 'tabulates', leastBase: 0 },
  layer: 'common',
};
const change = { path: '/studies/{study}/workings', changes: true };

describe('what an operation needs', () => {
  it('follows from what it does, where its record says nothing', () => {
    expect(needOf({ path: '/studies/{study}' })).toBe('reads');
    expect(needOf(change)).toBe('edits');
    expect(needOf(change, 'own')).toBe('tabulates');
    expect(needOf({ path: '/studies' })).toBe('person');
  });

  it('is never less in one’s own layer than to tabulate, and nothing helps in that of somebody else', () => {
    expect(refusal(change, { ...somebody, layer: 'own' })).toBeNull();
    expect(refusal(change, { ...somebody, role: 'reads', layer: 'own' })).toBe('forbidden');
    for (const role of ROLES) expect(refusal(change, { ...somebody, role, layer: 'foreign' })).toBe('hidden');
  });

  it('is more where respondents are shown, as the study says', () => {
    const rows = { path: '/studies/{study}/respondents', showsRows: true };
    expect(refusal(rows, somebody)).toBeNull();
    expect(refusal(rows, { ...somebody, protection: { rows: 'owns', leastBase: 0 } })).toBe('forbidden');
  });

  it('does not let who administers the server into a study by that alone', () => {
    const administrator = { ...somebody, isAdministrator: true, role: null };
    expect(refusal({ path: '/studies/{study}' }, administrator)).toBe('hidden');
    const roles = { path: '/studies/{study}/members/{person}', needs: 'owner-or-administrator' as const };
    expect(refusal(roles, administrator)).toBeNull();
  });
});
