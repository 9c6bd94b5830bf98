import { rename } from 'node:fs/promises';
import { dirname } from 'node:path';
import { sync } from './sync.js';

/** Moves a whole file to its place, so that it is there even after the power fails. */
export async function land(part: string, place: string): Promise<void> {
  await sync(part);
  await rename(part, place);
  await sync(dirname(place));
}
