import { plainLetters } from '../core/plain-letters.js';
import type { PassingFile } from '../service/passing-file.js';

const MEDIA: Record<string, string> = {
  zip: 'application/zip',
  parquet: 'application/vnd.apache.parquet',
  sqlite: 'application/vnd.sqlite3',
};

const saved = (fileName: string, mediaType: string) => ({
  'content-type': mediaType,
  'content-disposition': `attachment; filename="${fileName}"`,
  'cache-control': 'no-store',
});

/** A file for the browser to save under its name. */
export function fileResponse({ fileName, bytes, stream }: PassingFile): Response {
  const media = MEDIA[fileName.slice(fileName.lastIndexOf('.') + 1)] ?? 'application/octet-stream';
  return new Response(stream, { headers: { ...saved(fileName, media), 'content-length': String(bytes) } });
}

/** A CSV file for the browser to save under a name made from `title`. */
export function csvResponse(csv: string | ReadableStream<Uint8Array>, title: string): Response {
  const name = plainLetters(title)
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80);
  return new Response(csv, { headers: saved(`${name || 'table'}.csv`, 'text/csv; charset=utf-8') });
}
