import { z } from 'zod';

const LONGEST_NOTE = 20_000;
const MOST_ITEMS = 5000;

/** Something in a binder: a table that is kept, a heading that begins a section, or a note of the analyst's. */
const BinderItemShape = z
  .discriminatedUnion('is', [
    z.strictObject({ is: z.literal('table'), table: z.int().min(1).describe('Its id.') }),
    z.strictObject({ is: z.literal('section'), title: z.string().trim().min(1).max(300) }),
    z.strictObject({ is: z.literal('note'), text: z.string().max(LONGEST_NOTE) }),
  ])
  .meta({ id: 'BinderItem' });
export type BinderItem = z.infer<typeof BinderItemShape>;

export const BinderItemsShape = z.array(BinderItemShape).max(MOST_ITEMS);

/** What a binder is, without its id: its name, and what is in it, in order. */
export const BinderFields = {
  name: z.string().trim().min(1).max(200),
  items: BinderItemsShape,
};

/** A binder: what is handed over together, in the order of the report. */
export interface Binder {
  id: number;
  name: string;
  items: readonly BinderItem[];
}
