/** A layer of a study: the common one, which is the study itself, or a person's own. */
export interface LayerId {
  study: string;
  /** Whose own layer it is; null: the common one. */
  person: number | null;
}

const OWN = /^([a-z0-9][a-z0-9-]{0,63})~([1-9]\d{0,8})$/;

/**
 * What an id of a study or of a layer means.
 * @example layerOf('plots~3') // { study: 'plots', person: 3 }
 */
export function layerOf(id: string): LayerId {
  const [, study = '', person = ''] = OWN.exec(id) ?? [];
  return study === '' ? { study: id, person: null } : { study, person: Number(person) };
}

/**
 * The id of somebody's own layer.
 * @example ownLayer('plots', 3) // 'plots~3'
 */
export const ownLayer = (study: string, person: number): string => `${study}~${person}`;

/** Ids of things that are made in one layer. */
export const IDS_OF_LAYER = 1_000_000_000;

/**
 * Who made a thing in their own layer, by its id, which it keeps when it is shared or taken over; null: it was made in
 * the common layer.
 * @example makerOf(3_000_000_012) // 3
 */
export const makerOf = (id: number): number | null => Math.floor(id / IDS_OF_LAYER) || null;

/** Columns that an own layer computes for itself have ids from here. */
export const OWN_COLUMNS = 1_000_000_000_000;
