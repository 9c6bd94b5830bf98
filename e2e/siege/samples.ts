import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { gzipSync } from 'node:zlib';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { openArchive } from '../../src/formats/zip.js';
import { ROOT, type Server } from '../server.js';
import { archiveOf, lyingArchive, sheetOf, workbookOf } from './archive.js';
import { DEMO_STUDY } from './attacked.js';

/** A file to be broken and sent. */
export interface Sample {
  name: string;
  bytes: Buffer;
  /** Where it is sent: to be taken in, as the codebook of a file or of a study, or to be restored. */
  to: 'intake' | 'codebook' | 'plan' | 'backup';
  /** What is sent is packed of the bytes after they were broken: a fault behind a whole packing. */
  pack?: (bytes: Buffer) => Promise<Buffer>;
}

const ROWS = Array.from({ length: 60 }, (_, k) => [k, ['Mill Row', 'Weir End', ''][k % 3]!, 20 + (k % 50), `é ${k}`]);
/** A file of data that is whole. */
export const CSV = ['id,site,age,remark', ...ROWS.map((row) => row.join(','))].join('\n');

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

const QUESTIONS = 20;
const FIXED = Buffer.from(ROWS.map(([id]) => String(1 + (Number(id) % 2)).repeat(QUESTIONS)).join('\n'));
const variables = Array.from(
  { length: QUESTIONS },
  (_, k) =>
    `<variable ident="${k}" type="single"><name>q${k}</name><label>Q ${k}</label><position start="${k + 1}"/>` +
    '<values><value code="1">Yes</value><value code="2">No</value></values></variable>',
).join('');
const TRIPLE_S = Buffer.from(`<sss version="2.0"><survey><record ident="A">${variables}</record></survey></sss>`);
const CODEBOOK_CSV = 'name,label,code,code label\nsite,Site,1,Mill Row\nsite,,2,Weir End\nage,Age,999,Refused\n';

/** Files of data: as they are, packed, and broken before they are packed. */
const DATA: readonly Omit<Sample, 'to'>[] = [
  { name: 'a.csv', bytes: Buffer.from(CSV) },
  { name: 'a.csv', bytes: Buffer.from(CSV.replaceAll(',', ';').replaceAll('é', 'ü'), 'latin1') },
  { name: 'a.tsv', bytes: Buffer.from(`\uFEFF${CSV.replaceAll(',', '\t')}`, 'utf16le') },
  { name: 'a.csv.gz', bytes: gzipSync(CSV) },
  { name: 'a.json', bytes: Buffer.from(JSON.stringify(ROWS.map(([id, site, age]) => ({ id, site, more: { age } })))) },
  { name: 'a.jsonl', bytes: Buffer.from(ROWS.map(([id, site]) => JSON.stringify({ id, site })).join('\n')) },
  { name: 'a.parquet', bytes: parquet() },
  { name: 'a.xlsx', bytes: sheetOf(ROWS), pack: workbookOf },
  { name: 'a.zip', bytes: TRIPLE_S, pack: (sss) => archiveOf({ 'a.sss': sss, 'a.asc': FIXED }) },
  { name: 'a.zip', bytes: FIXED, pack: (asc) => archiveOf({ 'a.sss': TRIPLE_S, 'a.asc': asc }) },
];

/** Small files that unpack or describe themselves to much. */
const BOMBS: readonly Omit<Sample, 'to'>[] = [
  { name: 'bomb.csv.gz', bytes: gzipSync(Buffer.alloc(20_000_000, 'a,b\n')) },
  { name: 'bomb.zip', bytes: lyingArchive('a.csv', Buffer.alloc(30_000_000, '1,2\n'), 10) },
  { name: 'quote.csv', bytes: Buffer.from(`a,b\n"${'x'.repeat(400_000)}`) },
  { name: 'wide.csv', bytes: Buffer.from(`${'a,'.repeat(20_000)}\n1\n`) },
  { name: 'deep.json', bytes: Buffer.from(`[{"a":${'['.repeat(50_000)}`) },
];

async function fetched({ address }: Server, path: string): Promise<Buffer> {
  const response = await fetch(`${address}/api/v1/studies/${DEMO_STUDY}${path}`);
  if (!response.ok) throw new Error(`${path} is answered with ${response.status}`);
  return Buffer.from(await response.arrayBuffer());
}

/** A codebook out of an export. */
async function exportedCodebook(server: Server, kind: string): Promise<Buffer> {
  const path = join(server.store, `${kind}.zip`);
  writeFileSync(path, await fetched(server, `/data?as=${kind}`));
  const archive = await openArchive(path, `${kind}.zip`);
  try {
    const name = archive.names.find((candidate) => /\.(xml|sss)$/.test(candidate)) ?? '';
    return await buffer(await archive.read(name, 10_000_000));
  } finally {
    archive.close();
  }
}

/**
 * Valid files of every format that is read, to be broken: data, codebooks, workbooks, archives, exports of the demo
 * study, its backup; and bombs.
 */
export async function samplesFor(server: Server): Promise<Sample[]> {
  const codebooks: Omit<Sample, 'to'>[] = [
    { name: 'a.sss', bytes: TRIPLE_S },
    { name: 'fernhill.sss', bytes: await exportedCodebook(server, 'triple-s') },
    { name: 'fernhill.xml', bytes: await exportedCodebook(server, 'ddi') },
    { name: 'codebook.csv', bytes: Buffer.from(CODEBOOK_CSV) },
    { name: 'codebook.xlsx', bytes: sheetOf(CODEBOOK_CSV.split('\n').map((row) => row.split(','))), pack: workbookOf },
    { name: 'fernhill-codebook.json', bytes: readFileSync(join(ROOT, 'demo', 'fernhill-codebook.json')) },
  ];
  const zipped = await Promise.all(
    DATA.filter(({ pack }) => pack).map(async ({ name, bytes, pack }) => ({
      name,
      bytes: await pack!(bytes),
    })),
  );
  const exported = [
    { name: 'fernhill.parquet', bytes: await fetched(server, '/data?as=parquet') },
    { name: 'fernhill.zip', bytes: await fetched(server, '/data?as=ddi') },
  ];
  const intake = [...DATA, ...zipped, ...BOMBS, ...exported];
  return [
    ...intake.map((sample) => ({ ...sample, to: 'intake' as const })),
    ...codebooks.map((sample) => ({ ...sample, to: 'codebook' as const })),
    ...codebooks.map((sample) => ({ ...sample, to: 'plan' as const })),
    { name: 'backup.sqlite', bytes: await fetched(server, '/backup'), to: 'backup' },
  ];
}
