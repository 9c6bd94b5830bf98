import { Fault } from '../core/fault.js';
import type { Service } from '../service/context.js';
import { listStudies } from '../service/open-study.js';

/** A study's id, by the id itself or by its name. @throws Fault where none, or several, are called so */
export function studyId(service: Service, called: string): string {
  const all = listStudies(service);
  if (all.some(({ id }) => id === called)) return called;
  const named = all.filter(({ name }) => name.toLowerCase() === called.toLowerCase());
  const [only, other] = named;
  if (only && !other) return only.id;
  if (only) {
    const ids = named.map(({ id }) => id).join(', ');
    throw new Fault('invalid', `${named.length} studies are called ${called}: ${ids}.`, 'Use one of their ids.', {
      field: 'study',
    });
  }
  const every = all.map(({ id }) => id).join(', ');
  throw new Fault(
    'not-found',
    `There is no study "${called}".`,
    every === '' ? 'The store is empty.' : `There are ${every}.`,
    { field: 'study' },
  );
}
