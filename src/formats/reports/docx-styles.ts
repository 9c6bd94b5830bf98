import { type IParagraphStyleOptions, type IPropertiesOptions, type IStylesOptions, readTheme } from 'docx';
import type { DocxTemplate } from '../../core/report/docx-template-shape.js';
import type { OWN_DOCX_STYLES } from './own-docx-styles.js';

const SERIF = 'Source Serif 4';
const SANS = 'Source Sans 3';
const INK = '1C2230';
export const SOFT = '5B6272';

/** A4 in twentieths of a point, and its margins. */
const A4 = { width: 11_906, height: 16_838, top: 1134, right: 1134, bottom: 1134, left: 1134 };

/** A style of ours. */
interface OwnStyle {
  id: (typeof OWN_DOCX_STYLES)[keyof typeof OWN_DOCX_STYLES];
  style: Pick<IParagraphStyleOptions, 'name' | 'next' | 'quickFormat' | 'run' | 'paragraph'>;
  /** Which are not taken along into the look of a template. */
  letters?: Pick<NonNullable<IParagraphStyleOptions['run']>, 'font' | 'color'>;
}

const LETTERS = { font: SERIF, color: INK };
const heading = (size: number, before: number) => ({
  run: { size, bold: true },
  paragraph: { spacing: { before, after: 120 }, keepNext: true },
});

/** A heading as a style that every document has. */
function builtIn(size: number, before: number) {
  const { run, paragraph } = heading(size, before);
  return { run: { ...run, ...LETTERS }, paragraph };
}

/** Paragraph styles by name, so that whoever has the document can change how all of a kind look. */
const OWN_STYLES: readonly OwnStyle[] = [
  {
    id: 'Caption',
    style: { name: 'caption', next: 'Normal', quickFormat: true, ...heading(23, 360) },
    letters: LETTERS,
  },
  { id: 'TableText', style: { name: 'Table text', run: { size: 18 }, paragraph: { spacing: { after: 0 } } } },
  {
    id: 'Base',
    style: { name: 'Base', run: { size: 18 }, paragraph: { spacing: { before: 60 } } },
    letters: { color: SOFT },
  },
  { id: 'Said', style: { name: 'Report sentence', run: { size: 23 } }, letters: { font: SERIF } },
  { id: 'Behind', style: { name: 'Behind the sentence', run: { size: 19 } } },
];

const DEFAULTS: NonNullable<IStylesOptions['default']> = {
  document: { run: { font: SANS, size: 21, color: INK }, paragraph: { spacing: { after: 100 } } },
  title: builtIn(40, 0),
  heading1: builtIn(30, 480),
  heading2: builtIn(24, 320),
};

/** How the paragraphs of a document look, and on what pages they stand. */
export interface DocxLook {
  options: Pick<IPropertiesOptions, 'styles' | 'externalStyles' | 'theme'>;
  /** Upright, in twentieths of a point. */
  page: NonNullable<DocxTemplate['page']>;
}

/**
 * The look of a document: our own, or that of a template, with our own styles where it has none of that name.
 * @param template null: our own
 */
export function docxLook(template: DocxTemplate | null): DocxLook {
  if (!template) {
    const paragraphStyles = OWN_STYLES.map(({ id, style, letters }) => {
      return { id, basedOn: 'Normal', ...style, run: { ...style.run, ...letters } };
    });
    return { options: { styles: { default: DEFAULTS, paragraphStyles } }, page: A4 };
  }
  const { styles, theme, has, page } = template;
  const lacking = OWN_STYLES.filter(({ id }) => !has.includes(id));
  const paragraphStyles = lacking.map(({ id, style }) => ({ id, basedOn: 'Normal', ...style }));
  return {
    options: {
      externalStyles: styles,
      styles: { paragraphStyles },
      ...(theme === null ? {} : { theme: readTheme(theme) }),
    },
    page: page ?? A4,
  };
}
