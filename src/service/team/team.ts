import { join } from 'node:path';
import { Fault } from '../../core/fault.js';
import type { Db } from '../../store/open.js';
import { openTeamFile } from '../../store/team/open-team.js';
import type { Service } from '../context.js';
import { signInLimits, type SignInLimits } from './sign-in-limits.js';
import { type PersonLimits, personLimits, type PersonLimitSettings, USUAL_LIMITS } from './person-limits.js';
import type { OpenIdSettings } from './open-id-settings.js';

/** What a server knows that several people use. */
export interface Team {
  db: Db;
  limits: SignInLimits;
  /** How much each person may ask of the server. */
  each: PersonLimits;
  /** The office's own sign-in; null: there is none. */
  openId: OpenIdSettings | null;
}

/** How a server is for several people. */
export interface TeamSettings {
  /** The office's own sign-in; null: there is none. */
  openId: OpenIdSettings | null;
  limits?: PersonLimitSettings | undefined;
}

/** Where the people of a store are kept. */
export const teamFile = (folder: string) => join(folder, 'team.sqlite');

/** Opens what a server knows of its people. */
export function startTeam(folder: string, { openId, limits = USUAL_LIMITS }: TeamSettings): Team {
  return { db: openTeamFile(teamFile(folder)), limits: signInLimits(), each: personLimits(limits), openId };
}

/** The team of a server. @throws Fault where the server is one person's */
export function teamOf({ team }: Pick<Service, 'team'>): Team {
  if (team) return team;
  throw new Fault(
    'not-found',
    'This server is for one person, who need not sign in.',
    'Start it with "hatch-count serve --team" for several.',
  );
}
