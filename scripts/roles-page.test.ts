import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { ROLES_PAGE, rolesPage } from './roles-page.js';

it('the page of who may do what is that of the records', async () => {
  expect(readFileSync(ROLES_PAGE, 'utf8')).toBe(await rolesPage());
});
