import { plainLetters } from '../core/plain-letters.js';
/** A CSV file for the browser to save under a name made from `title`. */
export function csvResponse(csv: string | ReadableStream<Uint8Array>, title: string): Response {
  const name = `${
    plainLetters(title)
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 80) || 'table'
  }.csv`;
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
}
