import { ROLES } from '../core/team/roles.js';
import { USUAL_PROTECTION } from '../core/team/protection.js';
import { isOfStudy, type Refusal, refusal, type Standing } from './need.js';
import type { Operation } from './operation.js';

/** Somebody who may ask, as a column of the table. */
export interface Asker extends Standing {
  name: string;
}

const nobody: Standing = {
  isSignedIn: false,
  isAdministrator: false,
  role: null,
  protection: USUAL_PROTECTION,
  layer: 'common',
};

/** Everybody who may ask for something in the common layer: nobody, somebody without a part, each role. */
export const IN_COMMON: readonly Asker[] = [
  { ...nobody, name: 'nobody' },
  { ...nobody, name: 'no part', isSignedIn: true },
  ...ROLES.map((role): Asker => ({ ...nobody, name: role, isSignedIn: true, role })),
  { ...nobody, name: 'administers', isSignedIn: true, isAdministrator: true },
];

/** Everybody who may ask for something in an own layer: its owner, by role, and somebody else who owns the study. */
export const IN_OWN: readonly Asker[] = [
  ...ROLES.map((role): Asker => ({ ...nobody, name: `own, ${role}`, isSignedIn: true, role, layer: 'own' })),
  { ...nobody, name: 'another’s', isSignedIn: true, role: 'owns', layer: 'foreign' },
];

const SIGNS: Record<Refusal, string> = { 'signed-out': '401', hidden: '404', forbidden: '403', 'common-only': '422' };

const sign = (operation: Operation, asker: Standing): string => {
  const why = refusal(operation, asker);
  return why === null ? 'yes' : SIGNS[why];
};

/** @returns a table as Markdown: who may have which operation done, in the common layer and in an own one */
export function needsTable(operations: readonly Operation[]): string {
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  const table = (askers: readonly Asker[], of: readonly Operation[]) => [
    line(['operation', ...askers.map(({ name }) => name)]),
    line(['---', ...askers.map(() => '---')]),
    ...of.map((operation) =>
      line([
        `\`${operation.method.toUpperCase()} ${operation.path}\``,
        ...askers.map((asker) => sign(operation, asker)),
      ]),
    ),
  ];
  return [
    '# Who may do what',
    '',
    'Where several people use a server (`hatch-count serve --team`), this is what each may have done. The page is',
    'made from the records of the operations (`npm run roles-page`), by the function that is asked before each',
    'request; a test holds the running server to it.',
    '',
    'Columns of the first table: nobody who is signed in; who has no part in the study; who reads, tabulates,',
    'edits, owns; who administers the server and has no part in the study. “yes”: it is done. Otherwise the status',
    'of the answer: 401 sign in first; 404 there is no such study, as far as whoever asks is told; 403 it is not for',
    'them; 422 it is of the study as a whole, and not of a layer. What shows or hands out respondents one by one',
    'needs who tabulates, unless the study says otherwise.',
    '',
    '## On the server, and in the common layer of a study',
    '',
    ...table(IN_COMMON, operations),
    '',
    '## In an own layer of a study',
    '',
    'In one’s own, by what one may do in the study; and in somebody else’s, though one owns the study.',
    '',
    ...table(IN_OWN, operations.filter(isOfStudy)),
    '',
  ].join('\n');
}
