import { endpoint } from '../../../../../api/endpoint.js';
import { openStudy } from '../../../../../service/open-study.js';
import { backUpStudy } from '../../../../../service/studies.js';

export const GET = endpoint(({ service, param }) => {
  const { fileName, bytes, stream } = backUpStudy(service, openStudy(service, param('study')));
  return new Response(stream, {
    headers: {
      'content-type': 'application/vnd.sqlite3',
      'content-length': String(bytes),
      'content-disposition': `attachment; filename="${fileName}"`,
      'cache-control': 'no-store',
    },
  });
});
