import { deflateRawSync, gzipSync } from 'node:zlib';
import { parquetWriteBuffer } from 'hyparquet-writer';
import type { Intake } from '../../src/api/types.js';
import type { Server } from '../server.js';
import type { Chance } from './chance.js';
import { HANGS_MS, type Verdict, wrongWith } from './verdict.js';

interface Sample {
  name: string;
  bytes: Buffer;
}

const ROWS = Array.from({ length: 60 }, (_, k) => [k, ['Mill Row', 'Weir End', ''][k % 3]!, 20 + (k % 50), `é ${k}`]);
const CSV = ['id,site,age,remark', ...ROWS.map((row) => row.join(','))].join('\n');

/** A zip archive of one file, stored as it says and perhaps larger than it says. */
function zipOf(name: string, content: Buffer, saidSize = content.length): Buffer {
  const packed = deflateRawSync(content);
  const fields = (central: boolean) => {
    const head = Buffer.alloc(central ? 46 : 30);
    head.writeUInt32LE(central ? 0x02014b50 : 0x04034b50, 0);
    const at = central ? 8 : 6;
    head.writeUInt16LE(8, at + 2);
    head.writeUInt32LE(packed.length, at + 12);
    head.writeUInt32LE(saidSize, at + 16);
    head.writeUInt16LE(name.length, at + 20);
    return Buffer.concat([head, Buffer.from(name)]);
  };
  const [local, central] = [fields(false), fields(true)];
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(1, 8);
  end.writeUInt16LE(1, 10);
  end.writeUInt32LE(central.length, 12);
  end.writeUInt32LE(local.length + packed.length, 16);
  return Buffer.concat([local, packed, central, end]);
}

const parquet = () =>
  Buffer.from(
    parquetWriteBuffer({
      columnData: [
        { name: 'id', data: ROWS.map(([id]) => BigInt(id as number)), type: 'INT64' },
        { name: 'site', data: ROWS.map(([, site]) => (site === '' ? null : String(site))), type: 'STRING' },
        { name: 'w', data: ROWS.map((_, k) => k / 7), type: 'DOUBLE' },
      ],
      rowGroupSize: 20,
    }),
  );

const variables = Array.from(
  { length: 20 },
  (_, k) =>
    `<variable ident="${k}" type="single"><name>q${k}</name><label>Q ${k}</label><position start="${k + 1}"/>` +
    '<values><value code="1">Yes</value><value code="2">No</value></values></variable>',
).join('');

/** Valid files of every format that is read, and bombs: small files that unpack or describe themselves to much. */
export const SAMPLES: readonly Sample[] = [
  { name: 'a.csv', bytes: Buffer.from(CSV) },
  { name: 'a.csv', bytes: Buffer.from(CSV.replaceAll(',', ';').replaceAll('é', 'ü'), 'latin1') },
  { name: 'a.tsv', bytes: Buffer.from(`\uFEFF${CSV.replaceAll(',', '\t')}`, 'utf16le') },
  { name: 'a.csv.gz', bytes: gzipSync(CSV) },
  { name: 'a.json', bytes: Buffer.from(JSON.stringify(ROWS.map(([id, site, age]) => ({ id, site, more: { age } })))) },
  { name: 'a.jsonl', bytes: Buffer.from(ROWS.map(([id, site]) => JSON.stringify({ id, site })).join('\n')) },
  { name: 'a.parquet', bytes: parquet() },
  { name: 'a.zip', bytes: zipOf('a.csv', Buffer.from(CSV)) },
  {
    name: 'a.sss',
    bytes: Buffer.from(`<sss version="2.0"><survey><record ident="A">${variables}</record></survey></sss>`),
  },
  { name: 'bomb.csv.gz', bytes: gzipSync(Buffer.alloc(20_000_000, 'a,b\n')) },
  { name: 'bomb.zip', bytes: zipOf('a.csv', Buffer.alloc(30_000_000, '1,2\n'), 10) },
  { name: 'quote.csv', bytes: Buffer.from(`a,b\n"${'x'.repeat(400_000)}`) },
  { name: 'wide.csv', bytes: Buffer.from(`${'a,'.repeat(20_000)}\n1\n`) },
  { name: 'deep.json', bytes: Buffer.from(`[{"a":${'['.repeat(50_000)}`) },
];

/** A file that is broken in one of the ways in which files break: bytes changed, cut, put in, taken out, doubled. */
export function broken({ name, bytes }: Sample, { upTo, pick }: Chance): Sample {
  const out = Buffer.from(bytes);
  const at = upTo(out.length - 1);
  const way = upTo(6);
  if (way === 0) return { name, bytes: out.subarray(0, at) };
  if (way === 1) return { name, bytes: Buffer.concat([out.subarray(0, at), out.subarray(at + 1 + upTo(40))]) };
  if (way === 2) return { name, bytes: Buffer.concat([out.subarray(0, at), out.subarray(upTo(at))]) };
  if (way === 3) {
    const inserted = pick(['\0', '"', '\n', '\r', ',', '\u202e', '<', '&x;', ']', '\xff\xfe', '=1+1', '999999999999']);
    return { name, bytes: Buffer.concat([out.subarray(0, at), Buffer.from(inserted, 'latin1'), out.subarray(at)]) };
  }
  // Where a file describes itself, at its end, is where a change hurts most.
  for (let k = 0; k <= upTo(3); k++) {
    const place = upTo(1) === 0 ? upTo(out.length - 1) : out.length - 1 - upTo(Math.min(2000, out.length - 1));
    out[place] = upTo(255);
  }
  return { name: upTo(20) === 0 ? pick(['a.xlsx', 'a', '../../a.csv', 'a.sav', '\u202egpj.csv']) : name, bytes: out };
}

/** Sends a file, waits until it was read or is told why not, and discards it. */
export async function sendBroken({ address }: Server, { name, bytes }: Sample): Promise<Verdict> {
  const started = performance.now();
  const url = `${address}/api/v1/intakes`;
  const response = await fetch(`${url}?file=${encodeURIComponent(name)}`, {
    method: 'POST',
    body: new Uint8Array(bytes),
  });
  const body = (await response.json()) as Partial<Intake>;
  const told = performance.now() - started;
  const wrong = wrongWith(response.status, response.headers.get('content-type') ?? '', body, told);
  if (response.status !== 201) return { as: `refused (${response.status})`, wrong };
  const { id = '', state } = body;
  const asked = performance.now();
  const discarded = await fetch(`${url}/${id}`, { method: 'DELETE' });
  const took = performance.now() - asked;
  if (discarded.status !== 204 || took > HANGS_MS / 2)
    return { as: 'not discarded', wrong: `the discarding was ${discarded.status} after ${Math.round(took)} ms` };
  const fault = body.fault ? wrongWith(400, 'problem+json', { ...body.fault, detail: body.fault.message }, 0) : null;
  return { as: state === 'read' ? 'read' : state === 'failed' ? 'told why not' : 'being read', wrong: wrong ?? fault };
}
