import { layerOf, makerOf } from '../../core/team/layer-id.js';
import { peopleUsing } from '../../store/team/uses.js';
import { allVariables } from '../../store/variables.js';
import type { OpenStudy, Service } from '../context.js';

/** Where a variable is: in the study for all, in one's own layer, or in that of somebody who shows it. */
export type VariableLayer = 'common' | 'own' | 'shown';

/** Of a variable, by its id: where it is, and in how many people's own layers it is used. */
export type VariableLayers = (id: number) => { layer: VariableLayer; people: number };

/** Where one person is alone, everything is common. */
export const COMMON: VariableLayers = () => ({ layer: 'common', people: 0 });

/** Where the variables of a layer are, and how many use them. */
export function layersIn({ team, studies }: Service, layer: OpenStudy): VariableLayers {
  if (!team) return COMMON;
  const { study, person } = layerOf(layer.id);
  const people = peopleUsing(team.db, study);
  const common = studies.get(study);
  const inCommon = person === null || !common ? null : new Set(allVariables(common.db).map(({ id }) => id));
  return (id) => ({
    layer: !inCommon || inCommon.has(id) ? 'common' : makerOf(id) === person ? 'own' : 'shown',
    people: people.get(id) ?? 0,
  });
}
