import { existsSync } from 'node:fs';
import { basename } from 'node:path';
import { firstChangedAudit } from '../../store/team/audit.js';
import { openTeamFile } from '../../store/team/open-team.js';
import type { Service } from '../context.js';
import type { VerifiedFile } from '../verify-files.js';
import { teamFile } from './team.js';

/** Looks the log of what was done through, where several people use the store: no line was changed or taken out. */
export function* verifyPeople({ folder }: Pick<Service, 'folder'>): Generator<VerifiedFile> {
  const path = teamFile(folder);
  if (!existsSync(path)) return;
  const db = openTeamFile(path);
  try {
    const line = firstChangedAudit(db);
    const wrong = line === null ? [] : [`line ${line} of the log of what was done is not as it was written`];
    yield { file: basename(path), whole: line === null, wrong, damaged: [], right: 0, sealed: null };
  } finally {
    db.close();
  }
}
