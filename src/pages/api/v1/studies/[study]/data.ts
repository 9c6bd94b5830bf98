import { endpoint } from '../../../../../api/endpoint.js';
import { parseWith } from '../../../../../api/problem.js';
import { ExportKindSchema } from '../../../../../api/schemas.js';
import { exportStudy } from '../../../../../service/export.js';
import { openStudy } from '../../../../../service/open-study.js';

export const GET = endpoint(async ({ service, param, context }) => {
  const kind = parseWith(ExportKindSchema, context.url.searchParams.get('as') ?? 'ddi');
  const { fileName, bytes, stream } = await exportStudy(service, openStudy(service, param('study')), kind);
  return new Response(stream, {
    headers: {
      'content-type': fileName.endsWith('.zip') ? 'application/zip' : 'application/vnd.apache.parquet',
      'content-length': String(bytes),
      'content-disposition': `attachment; filename="${fileName}"`,
      'cache-control': 'no-store',
    },
  });
});
