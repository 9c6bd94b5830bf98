import { join } from 'node:path';
import { Fault } from '../../core/fault.js';
import type { Db } from '../../store/open.js';
import { openTeamFile } from '../../store/team/open-team.js';
import type { Service } from '../context.js';
import { signInLimits, type SignInLimits } from './sign-in-limits.js';
import type { OpenIdSettings } from './open-id-settings.js';

/** What a server knows that several people use. */
export interface Team {
  db: Db;
  limits: SignInLimits;
  /** The office's own sign-in; null: there is none. */
  openId: OpenIdSettings | null;
}

/** Where the people of a store are kept. */
export const teamFile = (folder: string) => join(folder, 'team.sqlite');

/** Opens what a server knows of its people. */
export function startTeam(folder: string, openId: OpenIdSettings | null = null): Team {
  return { db: openTeamFile(teamFile(folder)), limits: signInLimits(), openId };
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
