/** Styles that we bring where a document has none of their name: their ids, by their names in small letters. */
export const OWN_DOCX_STYLES = {
  caption: 'Caption',
  'table text': 'TableText',
  base: 'Base',
  'report sentence': 'Said',
  'behind the sentence': 'Behind',
} as const;
