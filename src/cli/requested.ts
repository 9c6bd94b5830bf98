/** What a request is for, by its method and address; or why there is no such thing. */
export type Requested =
  | { is: 'api' | 'page'; path: string }
  | { is: 'refused'; status: 400 | 404 | 405; detail: string; mend: string; allow?: string };

/** Pages of the application. What else the framework offers under addresses of its own is not given. */
const PAGES =
  /^\/(studies(\/[^/]+(\/[a-z]+)?)?|intake\/[^/]+|paper|sign-in(\/(office|return))?|join|account|people|audit)?\/?$/;
const API = '/api/v1/';

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE'];
const READ = ['GET', 'HEAD'];
const LONGEST = 16_384;

const inWords = (text: string) => text.replace(/[^\x20-\x7e]/g, '?').slice(0, 120);

/** Whether a path is written as paths are: each part can be decoded, and none climbs or holds a control character. */
function isPlain(path: string): boolean {
  if (!path.startsWith('/') || path.startsWith('//') || path.length > LONGEST) return false;
  try {
    return path.split('/').every((part) => {
      const decoded = decodeURIComponent(part);
      return decoded !== '..' && decoded !== '.' && !/\p{Cc}/u.test(decoded);
    });
  } catch {
    return false;
  }
}

/**
 * What is asked for.
 * @param url as it stands in the first line of the request
 * @example requested('GET', '/studies/plots/tables?rows=3') // { is: 'page', path: '/studies/plots/tables' }
 */
export function requested(method: string, url: string): Requested {
  const path = url.split(/[?#]/, 1)[0] ?? '';
  const refused = (status: 400 | 404 | 405, detail: string, mend: string, allow?: string): Requested => ({
    is: 'refused',
    status,
    detail,
    mend,
    ...(allow === undefined ? {} : { allow }),
  });
  if (!METHODS.includes(method))
    return refused(405, `Nothing here goes by ${inWords(method)}.`, `Use ${METHODS.join(', ')}.`, METHODS.join(', '));
  if (!isPlain(path))
    return refused(400, `"${inWords(path)}" is no address.`, 'Write each part percent-encoded, as UTF-8.');
  if (path.startsWith(API)) return { is: 'api', path };
  if (!PAGES.test(path)) {
    return refused(404, `There is no ${inWords(path)}.`, 'The pages begin at /studies, the API is under /api/v1.');
  }
  if (READ.includes(method)) return { is: 'page', path };
  return refused(405, `There is no ${method} ${inWords(path)}.`, 'Pages are read with GET.', READ.join(', '));
}
