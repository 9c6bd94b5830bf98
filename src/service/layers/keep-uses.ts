import { sourcesOf } from '../../core/recode/sources.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { layerOf, makerOf } from '../../core/team/layer-id.js';
import { allTables } from '../../store/tables.js';
import { setUses } from '../../store/team/uses.js';
import { allWorkings } from '../../store/workings.js';
import type { OpenStudy, Service } from '../context.js';

/** Writes down which variables somebody uses in what they made in their own layer. The common layer knows by itself. */
export function keepUses({ team }: Service, { id, db }: OpenStudy): void {
  const { study, person } = layerOf(id);
  if (!team || person === null) return;
  const isMine = (thing: { id: number }) => makerOf(thing.id) === person;
  setUses(team.db, study, person, [
    ...allWorkings(db)
      .filter(isMine)
      .flatMap(({ recipe }) => sourcesOf(recipe)),
    ...allTables(db)
      .filter(isMine)
      .flatMap(({ sentence }) => variablesOf(sentenceOfBody(sentence))),
  ]);
}
