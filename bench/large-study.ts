import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { awaitRead, call, sendFile, startServer } from '../e2e/server.js';
import type { Intake, KeptWorking, StudyView } from '../src/api/types.js';
import type { Recipe } from '../src/core/recode/recipe-shape.js';
import { refill, type Values } from './refill.js';
import { SET_STATE } from '../src/core/count/set-state.js';

export const OPTIONS = 20;

/** What each respondent has, by a formula that an engine can follow, too: see `drawnSql`. */
export function drawn(respondent: number, salt: number, most: number): number {
  const first = (Math.imul(respondent, 0x9e3779b1) + Math.imul(salt, 0x85ebca6b)) >>> 0;
  const second = Math.imul(first ^ (first >>> 15), 0x2c1b3c6d) >>> 0;
  const third = Math.imul(second ^ (second >>> 12), 0x297a2d39) >>> 0;
  return (third >>> 8) % most;
}

/** The same as an expression of SQL over `i`, the respondent. */
export function drawnSql(salt: number, most: number): string {
  const whole = (text: string) => `((${text}) % 4294967296)`;
  const first = whole(`i::UBIGINT * 2654435761 + ${Math.imul(salt, 0x85ebca6b) >>> 0}`);
  const second = whole(`xor(${first}, ${first} >> 15) * 739982445`);
  const third = whole(`xor(${second}, ${second} >> 12) * 695872825`);
  return `((${third} >> 8) % ${most})`;
}

/** Columns of the study: how many values each has, from 0, which is blank where it is coded. */
export const COLUMNS = [
  { name: 'answer', salt: 1, most: 6 },
  { name: 'site', salt: 2, most: 7 },
  { name: 'season', salt: 3, most: 5 },
  { name: 'region', salt: 4, most: 9 },
] as const;

/** Numbers: so many hundredths, or tenths. */
export const WEIGHT = { name: 'w', salt: 5, most: 2800, of: (value: number) => (value + 200) / 1000 };
export const HOURS = { name: 'hours', salt: 6, most: 5000, of: (value: number) => value / 10 };

/** Whether a respondent mentions an option: one in three does. */
export const mentions = (respondent: number, option: number): boolean => drawn(respondent, 100 + option, 3) === 0;

/** A small file in which every code of the study occurs. */
function smallFile(): string {
  const options = Array.from({ length: OPTIONS }, (_, j) => `opt_${j + 1}`);
  const lines = [[...COLUMNS.map(({ name }) => name), 'w', 'hours', ...options].join(',')];
  for (let k = 0; k < 2000; k++) {
    const codes = COLUMNS.map(({ most }, c) => {
      const value = (k + c) % most;
      return value === 0 ? '' : String(value);
    });
    const numbers = [WEIGHT.of((k * 7) % WEIGHT.most), HOURS.of((k * 3) % HOURS.most)];
    lines.push([...codes, ...numbers, ...options.map((_, j) => ((k + j) % 3 === 0 ? 1 : 2))].join(','));
  }
  return lines.join('\n');
}

const bytesOf = ({ buffer }: Uint8Array | Float64Array | Uint32Array) => new Uint8Array(buffer);

/**
 * How the values of a column are drawn; null: a column that nobody counts.
 * @param codes the column's codes, in the order in which they are kept
 */
function valuesOf(name: string, part: string, codes: readonly string[]): Values | null {
  const coded = COLUMNS.find((column) => column.name === name);
  if (coded) {
    const kept = Array.from({ length: coded.most }, (_, value) => codes.indexOf(String(value)) + 1);
    return (from, to) =>
      Uint8Array.from({ length: to - from }, (_, k) => kept[drawn(from + k, coded.salt, coded.most)]!);
  }
  const number = [WEIGHT, HOURS].find((column) => column.name === name);
  if (number)
    return (from, to) =>
      bytesOf(Float64Array.from({ length: to - from }, (_, k) => number.of(drawn(from + k, number.salt, number.most))));
  if (name !== 'question') return null;
  const bits = (respondent: number) => {
    let word = 0;
    for (let j = 0; j < OPTIONS; j++) if (mentions(respondent, j)) word |= 1 << j;
    return word;
  };
  if (part === 'state')
    return (from, to) =>
      Uint8Array.from({ length: to - from }, (_, k) =>
        bits(from + k) === 0 ? SET_STATE.nothing : SET_STATE.mentioned,
      );
  return (from, to) => bytesOf(Uint32Array.from({ length: to - from }, (_, k) => bits(from + k)));
}

/** Puts drawn values in the place of a study's own. */
function grow(file: string, respondents: number): void {
  const columns = refill(file, respondents, ({ name, part, codes }) => valuesOf(name, part, codes));
  const db = new Database(file);
  // A small file has few enough numbers to be codes.
  for (const { name } of [WEIGHT, HOURS]) {
    const id = columns.find((column) => column.name === name)?.id;
    db.prepare("UPDATE data_column SET storage = 'number' WHERE id = ?").run(id);
    db.prepare('DELETE FROM column_code WHERE column_id = ?').run(id);
  }
  db.close();
}

/** Makes a study of so many respondents in a store; its id. */
export async function largeStudy(store: string, respondents: number): Promise<string> {
  const server = await startServer(store, 'serve', 0, false);
  const path = join(store, 'large.csv');
  writeFileSync(path, smallFile());
  const intake = await sendFile<Intake>(server, 'large.csv', path);
  await awaitRead(server, intake.body);
  const accept = `/intakes/${intake.body.id}/accept`;
  const { study } = (await call<{ study: string }>(server, 'POST', accept, { name: 'Large' })).body;
  const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
  const items = variables
    .filter(({ name }) => name.startsWith('opt_'))
    .map(({ id, name }) => ({ source: id, label: name, ticked: '1' }));
  const recipe: Recipe = { kind: 'gather', items, none: null };
  await call<KeptWorking>(server, 'POST', `/studies/${study}/workings`, {
    name: 'question',
    label: 'Question',
    recipe,
  });
  await server.stop();
  const file = readdirSync(join(store, 'studies')).find((name) => name.endsWith('.sqlite'));
  if (!file) throw new Error('the study has no file');
  grow(join(store, 'studies', file), respondents);
  return study;
}
