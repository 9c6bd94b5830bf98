/**
 * A text as it stands in markup, between tags or in an attribute: no sign of it is taken for markup.
 * @example markupText('a < b') // 'a &lt; b'
 */
export const markupText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
