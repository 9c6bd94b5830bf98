import type { Intake } from '../../src/api/types.js';
import type { Server } from '../server.js';
import { DEMO_STUDY } from './attacked.js';
import type { Chance } from './chance.js';
import { CSV, type Sample } from './samples.js';
import { HANGS_MS, type Verdict, wrongWith } from './verdict.js';

/** A file that is broken in one of the ways in which files break: bytes changed, cut, put in, taken out, doubled. */
export function broken(sample: Sample, { upTo, pick }: Chance): Sample {
  const { name, bytes } = sample;
  const out = Buffer.from(bytes);
  const at = upTo(out.length - 1);
  const way = upTo(6);
  if (way === 0) return { ...sample, bytes: out.subarray(0, at) };
  if (way === 1) return { ...sample, bytes: Buffer.concat([out.subarray(0, at), out.subarray(at + 1 + upTo(40))]) };
  if (way === 2) return { ...sample, bytes: Buffer.concat([out.subarray(0, at), out.subarray(upTo(at))]) };
  if (way === 3) {
    const inserted = pick(['\0', '"', '\n', '\r', ',', '\u202e', '<', '&x;', ']', '\xff\xfe', '=1+1', '999999999999']);
    return {
      ...sample,
      bytes: Buffer.concat([out.subarray(0, at), Buffer.from(inserted, 'latin1'), out.subarray(at)]),
    };
  }
  // Where a file describes itself, at its end, is where a change hurts most.
  for (let k = 0; k <= upTo(3); k++) {
    const place = upTo(1) === 0 ? upTo(out.length - 1) : out.length - 1 - upTo(Math.min(2000, out.length - 1));
    out[place] = upTo(255);
  }
  return {
    ...sample,
    name: upTo(20) === 0 ? pick(['a.xlsx', 'a', '../../a.csv', 'a.sav', '\u202egpj.csv']) : name,
    bytes: out,
  };
}

/** An answer to a file that was sent, and how long it took. */
interface Told {
  status: number;
  type: string;
  body: Partial<Intake>;
  took: number;
}

async function sendBytes(address: string, method: string, bytes: Buffer): Promise<Told> {
  const started = performance.now();
  const response = await fetch(address, { method, body: new Uint8Array(bytes) });
  const body = (await response.json()) as Partial<Intake>;
  const type = response.headers.get('content-type') ?? '';
  return { status: response.status, type, body, took: performance.now() - started };
}

/** What is wrong with an answer, or with the fault of a file that came in and cannot be read. */
function wrongWithTold({ status, type, body, took }: Told): string | null {
  const fault = body.fault ? { ...body.fault, detail: body.fault.message } : null;
  return wrongWith(status, type, body, took) ?? (fault && wrongWith(422, 'problem+json', fault, 0));
}

/** Takes away what was sent. @returns what is wrong with that */
async function takeAway(address: string): Promise<string | null> {
  const asked = performance.now();
  const { status } = await fetch(address, { method: 'DELETE' });
  const took = performance.now() - asked;
  const isGone = status === 204 && took <= HANGS_MS / 2;
  return isGone ? null : `it is not taken away: ${status} after ${Math.round(took)} ms`;
}

const STATES = { read: 'read', failed: 'told why not', reading: 'being read' } as const;

/** Sends a file to be taken in, with a good one of data where it is a codebook. */
async function sendToIntake(api: string, { name, to }: Sample, bytes: Buffer): Promise<Verdict> {
  const file = `?file=${encodeURIComponent(name)}`;
  const first =
    to === 'codebook'
      ? await sendBytes(`${api}/intakes?file=a.csv`, 'POST', Buffer.from(CSV))
      : await sendBytes(`${api}/intakes${file}`, 'POST', bytes);
  const { id = '' } = first.body;
  if (first.status !== 201) return { as: `refused (${first.status})`, wrong: wrongWithTold(first) };
  const told = to === 'codebook' ? await sendBytes(`${api}/intakes/${id}/codebook${file}`, 'PUT', bytes) : first;
  const wrong = wrongWithTold(told) ?? (await takeAway(`${api}/intakes/${id}`));
  if (told.status >= 400) return { as: `refused (${told.status})`, wrong };
  return { as: STATES[told.body.state ?? 'reading'], wrong };
}

/** Sends a backup to be restored; a study that is made of it is deleted for good. */
async function sendToRestore(api: string, bytes: Buffer): Promise<Verdict> {
  const told = await sendBytes(`${api}/backups?file=backup.sqlite`, 'POST', bytes);
  const wrong = wrongWithTold(told);
  if (told.status !== 201) return { as: `refused (${told.status})`, wrong };
  const { id = '' } = told.body;
  return { as: 'restored', wrong: wrong ?? (await takeAway(`${api}/studies/${id}`)) };
}

/** Sends a file to where it belongs, waits until it was read or is told why not, and takes it away again. */
export async function sendBroken({ address }: Server, sample: Sample): Promise<Verdict> {
  const api = `${address}/api/v1`;
  const bytes = sample.pack ? await sample.pack(sample.bytes) : sample.bytes;
  if (sample.to === 'backup') return sendToRestore(api, bytes);
  if (sample.to !== 'plan') return sendToIntake(api, sample, bytes);
  const place = `${api}/studies/${DEMO_STUDY}/codebook/file?file=${encodeURIComponent(sample.name)}`;
  const told = await sendBytes(place, 'POST', bytes);
  return { as: told.status < 400 ? 'read' : `refused (${told.status})`, wrong: wrongWithTold(told) };
}
