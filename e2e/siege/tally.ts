import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { chance, type Chance } from './chance.js';
import type { Verdict } from './verdict.js';

/** What came so far of one kind of attack. */
export interface Tally {
  done: number;
  /** How often it was answered as. */
  answers: Record<string, number>;
  wrong: string[];
  /** Most memory of the server that was seen, in MiB. */
  memory: number;
}

/** Where a siege keeps how far it is, so that one that was broken off goes on. */
const PLACE = '.siege.json';

export const readTallies = (): Record<string, Tally> =>
  existsSync(PLACE) ? (JSON.parse(readFileSync(PLACE, 'utf8')) as Record<string, Tally>) : {};

export const tallyOf = (kind: string): Tally => readTallies()[kind] ?? { done: 0, answers: {}, wrong: [], memory: 0 };

/** Keeps a tally, whole or not at all: a siege may be broken off at any moment. */
export function keepTally(kind: string, tally: Tally): void {
  writeFileSync(`${PLACE}.part`, JSON.stringify({ ...readTallies(), [kind]: tally }, null, 1));
  renameSync(`${PLACE}.part`, PLACE);
}

/**
 * Makes attacks of one kind, from where the last siege broke off; the n-th is the same in every siege.
 * @param step attacks after which the tally is kept
 * @param memory of the server in MiB; asked at each step
 */
export async function attackTimes(
  kind: string,
  times: number,
  attack: (luck: Chance) => Promise<Verdict>,
  step = 1,
  memory: () => number = () => 0,
): Promise<void> {
  const tally = tallyOf(kind);
  while (tally.done < times) {
    const { as, wrong } = await attack(chance(tally.done));
    tally.done++;
    tally.answers[as] = (tally.answers[as] ?? 0) + 1;
    if (wrong !== null) tally.wrong.push(`${kind}, ${tally.done}: ${wrong}`);
    if (tally.done % step !== 0 && tally.done < times) continue;
    tally.memory = Math.max(tally.memory, memory());
    keepTally(kind, tally);
  }
}
