import { BINDERS } from './binders.js';
import { CODEBOOK } from './codebook.js';
import { CODINGS } from './codings.js';
import { INTAKES } from './intakes.js';
import { LAYERS } from './layers.js';
import { LEDGER } from './ledger.js';
import { LINKS } from './links.js';
import { MEMBERS } from './members.js';
import { NOTATION } from './notation.js';
import { PEOPLE } from './people.js';
import { STATISTICS } from './statistics.js';
import { STUDIES } from './studies.js';
import { TABLES } from './tables.js';
import { TEMPLATES } from './templates.js';
import { VARIABLES } from './variables.js';
import { WORKINGS } from './workings.js';

/** Every operation of the API. */
export const OPERATIONS = [
  ...STATISTICS,
  ...STUDIES,
  ...INTAKES,
  ...LINKS,
  ...CODEBOOK,
  ...VARIABLES,
  ...WORKINGS,
  ...CODINGS,
  ...TABLES,
  ...BINDERS,
  ...TEMPLATES,
  ...LEDGER,
  ...NOTATION,
  ...PEOPLE,
  ...MEMBERS,
  ...LAYERS,
] as const;
