import { accessSync, constants } from 'node:fs';
import { Fault } from '../core/fault.js';
import { type Service, studiesFolder } from './context.js';

/** Looks whether the store can be written. @throws Fault where it cannot */
export function mustBeWritable(service: Pick<Service, 'folder'>): void {
  try {
    accessSync(studiesFolder(service), constants.R_OK | constants.W_OK);
  } catch {
    throw new Fault('store', 'The store cannot be written.', 'Look at its disk and its rights.');
  }
}
