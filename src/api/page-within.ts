/**
 * A page of this server that an address asks for; the list of studies where it is none. Nobody is sent elsewhere.
 * @example pageWithin('/studies/plots/tables?rows=3') // '/studies/plots/tables?rows=3'
 * @example pageWithin('//evil.example/') // '/studies'
 */
export function pageWithin(then: string | null): string {
  const here = 'http://here.invalid';
  if (then === null || !/^\/[^/\\]/.test(then) || !URL.canParse(then, here)) return '/studies';
  const url = new URL(then, here);
  return url.origin === here ? `${url.pathname}${url.search}` : '/studies';
}
