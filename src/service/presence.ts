import { studyRow } from '../store/study.js';
import type { PersonRow } from '../store/team/people.js';
import type { OpenStudy, Service } from './context.js';
import { lastWords } from './last-words.js';

/** What those who are at a study are told at once. */
type Told =
  | { is: 'here'; people: { person: number; name: string }[] }
  /** Something was changed in the common layer. */
  | { is: 'changed'; person: number; name: string; words: string; revision: number };

interface Place {
  person: number;
  name: string;
  tell: (told: Told) => void;
}

/** Who has a page of a study open, by study. */
export type Presence = Map<string, Set<Place>>;

const ROUSE_MS = 25_000;

function tellAll(places: ReadonlySet<Place> | undefined, told: Told): void {
  for (const { tell } of places ?? []) tell(told);
}

/** Everybody who is at a study, once, in the order of their names. */
function hereIn(places: ReadonlySet<Place>): Told {
  const people = new Map([...places].map(({ person, name }) => [person, name]));
  const list = [...people].map(([person, name]) => ({ person, name }));
  return { is: 'here', people: list.sort((a, b) => a.name.localeCompare(b.name)) };
}

/**
 * Events for somebody who has a page of a study open (server-sent events), until they leave it: who else is here, and
 * what they changed.
 */
export function watchStudy(
  { presence }: Pick<Service, 'presence'>,
  study: string,
  who: { person: number; name: string },
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const places = presence.get(study) ?? new Set<Place>();
  presence.set(study, places);
  let leave: () => void = () => undefined;
  return new ReadableStream<Uint8Array>({
    start: (controller) => {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      const place: Place = { ...who, tell: (told) => send(`data: ${JSON.stringify(told)}\n\n`) };
      // What stands between lets go of a connection on which nothing comes.
      const rouse = setInterval(() => send(': still here\n\n'), ROUSE_MS);
      rouse.unref();
      places.add(place);
      leave = () => {
        clearInterval(rouse);
        places.delete(place);
        if (places.size === 0) presence.delete(study);
        tellAll(places, hereIn(places));
      };
      tellAll(places, hereIn(places));
    },
    cancel: () => leave(),
  });
}

/** Tells those who are at a study what somebody changed in it last. Nobody watches an own layer. */
export function tellChanged(
  { presence }: Pick<Service, 'presence'>,
  study: OpenStudy,
  { id: person, name }: Pick<PersonRow, 'id' | 'name'>,
): void {
  const places = presence.get(study.id);
  if (!places) return;
  const { revision } = studyRow(study.db);
  tellAll(places, { is: 'changed', person, name, words: lastWords(study), revision });
}
