import { linkTable, databaseTables, giveAccount, lookAgain } from '../../service/linked/link-table.js';
import { PATIENCE_MS } from '../../service/intake/receive.js';
import { keepOwner } from '../../service/team/intakes.js';
import { IntakeSchema } from '../intake-schemas.js';
import { AccountSchema, FoundTableSchema, LinkAskedSchema, LinkedIntakeSchema } from '../link-schemas.js';
import { operation } from '../operation.js';
import { z } from '../zod.js';

/** Studies whose respondents stay in a database. */
export const LINKS = [
  operation({
    id: 'databaseTables',
    method: 'post',
    path: '/links/tables',
    needs: 'administrator',
    summary: 'The tables and views of a database that an account may read',
    body: LinkAskedSchema,
    answer: z.array(FoundTableSchema),
    work: ({ body }) => databaseTables(body),
  }),
  operation({
    id: 'linkTable',
    method: 'post',
    path: '/links',
    needs: 'administrator',
    summary: 'Link a table whose respondents stay in its database; get what was understood of it, as of a file',
    changes: true,
    body: LinkedIntakeSchema,
    answer: IntakeSchema,
    status: 201,
    work: async ({ service, signedIn, body: { table, ...asked } }) =>
      keepOwner(service, signedIn, await linkTable(service, asked, table, PATIENCE_MS)),
  }),
  operation({
    id: 'lookAgain',
    method: 'post',
    path: '/studies/{study}/link',
    common: true,
    summary:
      'Look at the table of a linked study as it is now; get what was understood of it, to be taken in as a refresh',
    changes: true,
    answer: IntakeSchema,
    status: 201,
    work: async ({ service, study, signedIn }) =>
      keepOwner(service, signedIn, await lookAgain(service, study, PATIENCE_MS)),
  }),
  operation({
    id: 'giveAccount',
    method: 'put',
    path: '/studies/{study}/account',
    needs: 'owns',
    summary: 'Give the account by which the database of a linked study is read',
    changes: true,
    body: AccountSchema,
    work: ({ service, study, body }) => giveAccount(service, study, body),
  }),
];
