import { first } from './001-first.js';
import { intake } from './002-intake.js';
import { codebook } from './003-codebook.js';
import { workings } from './004-workings.js';
import { ledger } from './005-ledger.js';
import { display } from './006-display.js';
import type { Database } from 'better-sqlite3';
import { drafts } from './007-drafts.js';
import { keptJson } from './008-kept-json.js';
import { sums } from './009-sums.js';
import { figures } from './010-figures.js';
import { binders } from './011-binders.js';
import { frozen } from './012-frozen.js';
import { template } from './013-template.js';
import { offScale } from './014-off-scale.js';
import { marks } from './015-marks.js';
import { quotes } from './016-quotes.js';
import { linked } from './017-linked.js';
import { layers } from './018-layers.js';

/** SQL, or a function that rewrites stored JSON into the form of its present shape. */
type Migration = string | ((db: Database) => void);

/** Every migration, in order. The number of one is its place; what has landed is never edited. */
export const MIGRATIONS: readonly Migration[] = [
  first,
  intake,
  codebook,
  workings,
  ledger,
  display,
  drafts,
  keptJson,
  sums,
  figures,
  binders,
  frozen,
  template,
  offScale,
  marks,
  quotes,
  linked,
  layers,
];
