import { z } from 'zod';

const LARGEST = 1000;

/** From how many respondents on a figure is given to somebody who is not to know single respondents. */
export const ProtectionShape = z
  .strictObject({
    cell: z.int().min(0).max(LARGEST).describe('A cell of fewer respondents than this, and of some, is withheld.'),
    base: z.int().min(0).max(LARGEST).describe('All figures of a group of fewer respondents than this are withheld.'),
    share: z
      .number()
      .gt(0)
      .max(1)
      .describe('A group in which one respondent has more than this share of the sum of a number is withheld.'),
  })
  .meta({ id: 'Protection' });

export type Protection = z.infer<typeof ProtectionShape>;

/** What is usual where nothing else is said. */
export const USUAL_PROTECTION: Protection = { cell: 5, base: 10, share: 0.5 };

/** What stands in the place of a figure that is withheld. */
export const WITHHELD = '×';

/** What stands in the place of what is worked out of figures that are withheld. */
export const WITHHELD_WORDS = 'Withheld, as few stand behind it.';

/** How figures were withheld, for the methods of a report. */
export const protectionNote = ({ cell, base, share }: Protection): string =>
  [
    `Cells of fewer than ${cell} respondents, groups of fewer than ${base}, and groups in which one respondent has`,
    `more than ${Math.round(100 * share)}% of the sum of a number are withheld, and beside them as many cells as it`,
    'takes so that none of them follows from the totals of its table. The least and the most of a number are withheld.',
    'Tables are protected one by one: who holds two of them against each other may learn more.',
  ].join(' ');

/** What the sign of a figure that is withheld means, in words. */
export const sayWithheld = ({ cell, base }: Protection): string =>
  [
    `${WITHHELD} Not shown: what stands on fewer than ${cell} respondents or on a group of fewer than ${base},`,
    'what such a figure would follow from, and the least and the most of a number, which are what one respondent said.',
  ].join(' ');
