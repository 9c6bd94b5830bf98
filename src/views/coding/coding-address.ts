/** Where the answers of a working of themes are read and coded. */
export const codingAddress = (study: string, working: number, coder?: string): string =>
  `/studies/${study}/coding?working=${working}${coder === undefined ? '' : `&coder=${encodeURIComponent(coder)}`}`;
