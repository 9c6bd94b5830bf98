import { Fault } from '../../core/fault.js';
import { blockTables } from '../../core/table/block-tables.js';
import type { Sentence } from '../../core/table/sentence.js';
import type { Table } from '../../core/table/table.js';
import { layerOf } from '../../core/team/layer-id.js';
import { allVariables } from '../../store/variables.js';
import type { OpenStudy, Service } from '../context.js';
import { countSentence } from '../count-table.js';
import { protectionIn } from './members.js';
import { roleOf } from './role-of.js';
import type { SignedIn } from './sessions.js';

/** The fewest respondents that a table, or a group across that is not empty, stands on. */
const fewestIn = ({ base, columnBases }: Table): number =>
  Math.min(base, ...columnBases.filter((respondents) => respondents > 0));

/** How many respondents a table that is handed out stands on at least; 0: whoever asks may have all. */
function leastFor({ team }: Service, study: OpenStudy, who: SignedIn | null): number {
  if (!team || !who) return 0;
  const { study: of } = layerOf(study.id);
  return roleOf(team, of, who.person.id) === 'owns' ? 0 : protectionIn(team, of).leastBase;
}

/** @throws Fault where fewer respondents are handed out than the study lets whoever asks have */
function mustBeEnough(title: string, fewest: number, least: number): void {
  if (fewest >= least) return;
  const mend = 'Take groups together, or ask who owns the study.';
  const message = `“${title}” stands on ${fewest} respondents; this study hands out tables on ${least} and more.`;
  throw new Fault('forbidden', message, mend, { field: 'leastBase' });
}

/**
 * Looks whether tables may be handed out: none of them, and none of their groups, stands on fewer respondents than the
 * study says. Its owner has all.
 * @throws Fault naming the table that may not
 */
export async function mustStandOnEnough(
  service: Service,
  study: OpenStudy,
  who: SignedIn | null,
  sentences: readonly Sentence[],
): Promise<void> {
  const least = leastFor(service, study, who);
  if (least === 0) return;
  const variables = allVariables(study.db);
  for (const sentence of sentences) {
    const counts = await countSentence(service, study, sentence);
    for (const { title, table, split } of blockTables(sentence, counts, variables)) {
      const strata = split ? split.strata.map((stratum) => stratum.table) : [];
      mustBeEnough(title, Math.min(...[table, ...strata].map(fewestIn)), least);
    }
  }
}

/** The same for a sweep, by the n of its lines. @throws Fault */
export function mustSweepEnough(
  service: Service,
  study: OpenStudy,
  who: SignedIn | null,
  { title, lines }: { title: string; lines: readonly { n: number }[] },
): void {
  mustBeEnough(title, Math.min(Infinity, ...lines.map(({ n }) => n)), leastFor(service, study, who));
}
