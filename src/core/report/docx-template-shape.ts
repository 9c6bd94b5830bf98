import { z } from 'zod';

/** Longer the styles of no document are that somebody made. */
const LONGEST_PART = 8_000_000;
/** No page is wider, or higher: 22 inches, in twentieths of a point. */
const LARGEST_PAGE = 31_680;

const twips = z.int().min(0).max(LARGEST_PAGE);

/** What of a document of one's own a report takes: how its paragraphs look, and its page. */
export const DocxTemplateShape = z.strictObject({
  name: z.string().describe('Of its file.'),
  styles: z.string().max(LONGEST_PART).describe('Its styles, as XML.'),
  theme: z.string().max(LONGEST_PART).nullable().describe('Its colours and fonts, as XML; null: it has none.'),
  has: z.array(z.string()).describe('Ids of its styles; those that every document can have are the standard ones.'),
  page: z
    .strictObject({ width: twips, height: twips, top: twips, right: twips, bottom: twips, left: twips })
    .nullable()
    .describe('Upright, in twentieths of a point; null: it does not say.'),
});
export type DocxTemplate = z.infer<typeof DocxTemplateShape>;
