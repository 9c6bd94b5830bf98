/**
 * What a browser keeps under a name; undefined: nothing.
 * @param header what it sends as `Cookie`
 * @example cookieIn('a=1; b=2', 'b') // '2'
 */
export function cookieIn(header: string | null | undefined, name: string): string | undefined {
  const pair = (header ?? '').split(/;\s*/).find((candidate) => candidate.startsWith(`${name}=`));
  return pair?.slice(name.length + 1);
}
