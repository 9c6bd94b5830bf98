import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { needsTable } from '../src/api/needs-table.js';
import { OPERATIONS } from '../src/api/operations/registry.js';

export const ROLES_PAGE = 'docs/roles.md';

/** The page of who may do what, out of the records of the operations. */
export async function rolesPage(): Promise<string> {
  return format(needsTable(OPERATIONS), { ...(await resolveConfig(ROLES_PAGE)), filepath: ROLES_PAGE });
}

/** Writes the page. */
export async function writeRolesPage(): Promise<void> {
  writeFileSync(ROLES_PAGE, await rolesPage());
}
