import type { SharedPart } from '../../core/team/shared-parts.js';
import { titleOf } from '../../core/codebook/types.js';
import { isEnough, type Role } from '../../core/team/roles.js';
import { layerOf, makerOf, ownLayer } from '../../core/team/layer-id.js';
import { allBinders } from '../../store/binders.js';
import { allEntries } from '../../store/ledger.js';
import { allNews, dropNews, type NewsRow } from '../../store/own-layer.js';
import { studyRow } from '../../store/study.js';
import { allTables } from '../../store/tables.js';
import { membersOf, roleIn } from '../../store/team/members.js';
import { type OfferRow, offersOf } from '../../store/team/offers.js';
import { allPeople } from '../../store/team/people.js';
import { type ShareRow, sharesOf } from '../../store/team/shares.js';
import { allVariables } from '../../store/variables.js';
import type { OpenStudy } from '../context.js';
import type { Team } from '../team/team.js';

/** A thing of an own layer, with to whom it is shown. */
interface OwnThing {
  part: SharedPart;
  id: number;
  title: string;
  shares: (Pick<ShareRow, 'id'> & { name: string })[];
}

/** An offer as it is listed. */
interface OfferLine extends Pick<OfferRow, 'id' | 'words' | 'note' | 'state' | 'answer' | 'made' | 'decidedBy'> {
  owner: number;
  ownerName: string;
}

/** The layer in which somebody works, and what there is besides it. */
export interface LayerView {
  layer: 'common' | 'own';
  study: { id: string; name: string };
  role: Role | null;
  /** The id of one's own layer; null: one has none. */
  own: string | null;
  /** Of an own layer: what one made in it. */
  things: OwnThing[];
  /** Of an own layer: entries that can be offered. */
  entries: { id: number; words: string }[];
  /** Of an own layer: what became of it when what it stands on changed. */
  news: NewsRow[];
  /** Who has a layer too, and can be shown something. */
  others: { person: number; name: string }[];
  offers: OfferLine[];
}

function ownThings(team: Team, { db }: OpenStudy, study: string, person: number, names: ReadonlyMap<number, string>) {
  const shares = sharesOf(team.db, study, person);
  const thing = (part: SharedPart, id: number, title: string): OwnThing => ({
    part,
    id,
    title,
    shares: shares
      .filter((share) => share.part === part && share.thing === id)
      .map(({ id: key, shownTo }) => ({ id: key, name: shownTo === null ? 'everybody' : (names.get(shownTo) ?? '') })),
  });
  const isMine = ({ id }: { id: number }) => makerOf(id) === person;
  return [
    ...allVariables(db)
      .filter(isMine)
      .map((variable) => thing('variable', variable.id, titleOf(variable))),
    ...allTables(db)
      .filter(isMine)
      .map(({ id, title }) => thing('table', id, title)),
    ...allBinders(db)
      .filter(isMine)
      .map(({ id, name }) => thing('binder', id, name)),
  ];
}

/** The layer in which somebody works, and what there is besides it. */
export function layerView(team: Team, layer: OpenStudy, person: number): LayerView {
  const { study, person: owner } = layerOf(layer.id);
  const role = roleIn(team.db, study, person);
  const names = new Map(allPeople(team.db).map(({ id, name }) => [id, name]));
  const isEditor = isEnough(role, 'edits');
  const offers = offersOf(team.db, study);
  const offered = new Set(
    offers
      .filter(({ owner: by, state }) => by === person && state === 'open')
      .flatMap(({ entries }) => entries.map(({ id }) => id)),
  );
  const isOwn = owner !== null;
  return {
    layer: isOwn ? 'own' : 'common',
    study: { id: study, name: studyRow(layer.db).name },
    role,
    own: isEnough(role, 'tabulates') ? ownLayer(study, person) : null,
    things: isOwn ? ownThings(team, layer, study, person, names) : [],
    entries: isOwn
      ? allEntries(layer.db)
          .filter(({ id, undone, leftOut, undoable }) => !undone && leftOut === null && undoable && !offered.has(id))
          .map(({ id, words }) => ({ id, words }))
      : [],
    news: isOwn ? allNews(layer.db) : [],
    others: membersOf(team.db, study)
      .filter((member) => member.person !== person && isEnough(member.role, 'tabulates'))
      .map(({ person: id, name }) => ({ person: id, name })),
    offers: offers
      .filter((offer) => isEditor || offer.owner === person)
      .map(({ id, words, note, state, answer, made, decidedBy, owner: by }) => ({
        ...{ id, words, note, state, answer, made, decidedBy },
        owner: by,
        ownerName: names.get(by) ?? '',
      })),
  };
}

/** What became of a layer has been read. */
export const readNews = ({ db }: OpenStudy): void => dropNews(db);
