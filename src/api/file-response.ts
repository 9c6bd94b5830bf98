import { fileStem } from '../core/file-stem.js';
import { REPORT_FORMATS } from '../core/report/report-formats.js';
import type { PassingFile } from '../service/passing-file.js';

const MEDIA: Record<string, string> = {
  zip: 'application/zip',
  parquet: 'application/vnd.apache.parquet',
  sqlite: 'application/vnd.sqlite3',
  ...Object.fromEntries(Object.values(REPORT_FORMATS).map(({ ending, media }) => [ending, media])),
};

const saved = (fileName: string, mediaType: string) => ({
  'content-type': mediaType,
  'content-disposition': `attachment; filename="${fileName}"`,
  'cache-control': 'no-store',
});

/** A file for the browser to save under its name. @param open a page, which it shows instead */
export function fileResponse({ fileName, bytes, stream }: PassingFile, open = false): Response {
  const media = MEDIA[fileName.slice(fileName.lastIndexOf('.') + 1)] ?? 'application/octet-stream';
  const headers = { ...saved(fileName, media), 'content-length': String(bytes) };
  // A page carries a policy of its own, which allows no script but the one of ours; nothing else is shown.
  const isShown = open && fileName.endsWith('.html');
  if (isShown) headers['content-disposition'] = `inline; filename="${fileName}"`;
  return new Response(stream, { headers });
}

/** A CSV file for the browser to save under a name made from `title`. */
export function csvResponse(csv: string | ReadableStream<Uint8Array>, title: string): Response {
  return new Response(csv, { headers: saved(`${fileStem(title, 'table')}.csv`, 'text/csv; charset=utf-8') });
}
