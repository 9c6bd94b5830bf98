/** Files that are always codebooks, and what tables are called that are. */
const ALWAYS = /\.(xml|sss|ddi)$/i;
const CALLED =
  /(code ?book|code ?plan|code ?frame|dictionary|data ?dict|value ?labels|variable ?(list|labels)|labels)/i;
const TABLE = /\.(json|csv|tsv|txt|xlsx)$/i;

/** Whether a file beside data is their codebook, by its name. */
export function isCodebookName(path: string): boolean {
  const name = path.split('/').at(-1) ?? path;
  return ALWAYS.test(name) || (TABLE.test(name) && CALLED.test(name.replace(/[_-]+/g, ' ')));
}
