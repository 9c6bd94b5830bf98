import { existsSync } from 'node:fs';
import { ownLayer } from '../../core/team/layer-id.js';
import { type Delta, type Difference, fieldsOf } from '../../core/ledger/delta-shape.js';
import type { Db } from '../../store/open.js';
import { groundOf, type StandsOn } from '../../store/own-layer.js';
import { differenceOf, readState } from '../../store/state.js';
import type { StudyState } from '../../core/ledger/study-state.js';
import { studyRow } from '../../store/study.js';
import { type ShareRow, sharesWith } from '../../store/team/shares.js';
import type { OpenStudy, Service } from '../context.js';
import { ownFile } from './layer-files.js';
import { alongWith, withThings } from './shared-things.js';

const nothing = (): StudyState => ({
  order: [],
  list: new Map(),
  working: new Map(),
  variable: new Map(),
  table: new Map(),
  binder: new Map(),
  mark: new Map(),
});

/** A state as a change out of nothing. */
export const asChange = (state: StudyState): Delta => differenceOf(nothing(), state) ?? { things: [] };

function put({ [0]: state, [1]: { of, id, after } }: readonly [StudyState, Difference]): void {
  // A change out of nothing has all fields of each thing.
  (state[of] as Map<number, unknown>).set(id, fieldsOf(after));
}

/** The state that a change out of nothing comes to. */
function asState({ order, things }: Delta): StudyState {
  const state = { ...nothing(), order: order?.after ?? [] };
  for (const thing of things) put([state, thing]);
  return state;
}

const known = new WeakMap<Db, { changes: number; state: StudyState }>();

/** What an own layer was brought up to. */
export function groundState(db: Db): StudyState {
  const { revision } = studyRow(db);
  const before = known.get(db);
  if (before?.changes === revision) return before.state;
  const state = asState(groundOf(db));
  known.set(db, { changes: revision, state });
  return state;
}

/** Remembers what an own layer was just brought up to, so that it is not read again. */
export function rememberGround(db: Db, state: StudyState): void {
  known.set(db, { changes: studyRow(db).revision, state });
}

/** What somebody's own layer stands on now. */
export interface Ground {
  standsOn: StandsOn;
  /** Worked out where it is asked for: most times nothing is another. */
  state: () => StudyState;
}

/**
 * What somebody's own layer stands on now: the common layer, and what others show them.
 * @param layerAt another layer of the study, open
 */
export function groundNow(
  { folder, team }: Service,
  base: OpenStudy,
  person: number,
  layerAt: (id: string) => OpenStudy,
): Ground {
  const shares = team ? sharesWith(team.db, base.id, person) : [];
  const byOwner = new Map<number, ShareRow[]>();
  for (const share of shares) byOwner.set(share.owner, [...(byOwner.get(share.owner) ?? []), share]);
  const layers = [...byOwner]
    .map(([owner, shown]) => ({ id: ownLayer(base.id, owner), shown }))
    .filter(({ id }) => existsSync(ownFile({ folder }, id)))
    .map(({ id, shown }) => ({ layer: layerAt(id), shown }));
  const standsOn: StandsOn = { [base.id]: studyRow(base.db).revision };
  for (const { layer, shown } of layers) {
    standsOn[layer.id] = studyRow(layer.db).revision;
    // What is shown, or no more, is another ground too.
    for (const { id } of shown) standsOn[`share ${id}`] = 1;
  }
  return {
    standsOn,
    state: () =>
      layers.reduce((state, { layer, shown }) => {
        const from = readState(layer.db);
        return withThings(state, from, alongWith(from, shown));
      }, readState(base.db)),
  };
}
