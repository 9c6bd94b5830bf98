import { z } from 'zod';
import { BinderFields } from '../binder/binder-shape.js';
import { CodeShape, LEVELS } from '../codebook/types.js';
import { FrozenMarkShape } from '../report/frozen-shape.js';
import { RecipeShape } from '../recode/recipe-shape.js';
import { MarkShape } from '../recode/theme/mark.js';
import { StandsInShape } from '../recode/stands-in-shape.js';
import { SentenceShape } from '../table/sentence-shape.js';
import { ShownShape } from '../table/shown-shape.js';

const id = z.int().min(1);

/** A variable as it can be changed and brought back; where its values are is not part of it. */
const VariableStateShape = z.strictObject({
  name: z.string(),
  label: z.string(),
  question: z.string(),
  level: z.enum(LEVELS),
  codeListId: id.nullable(),
  workingId: id.nullable(),
  madeAt: z.string(),
  // An entry that is older than people does not speak of them.
  madeBy: z.string().optional(),
  note: z.string(),
  group: z.string(),
  starred: z.boolean(),
  aside: z.boolean(),
  shownOrder: z.array(z.string()),
  offScale: z.array(z.string()),
});

const ListStateShape = z.strictObject({ name: z.string(), kept: z.boolean(), codes: z.array(CodeShape) });

const WorkingStateShape = z.strictObject({
  recipe: RecipeShape,
  created: z.string(),
  edited: z.string(),
  standsIn: StandsInShape.nullable(),
});

const TableStateShape = z.strictObject({
  title: z.string(),
  sentence: SentenceShape,
  shown: ShownShape,
  created: z.string(),
  edited: z.string(),
  // An entry that is older than freezing does not speak of it.
  frozen: FrozenMarkShape.nullable().optional(),
});

const BinderStateShape = z.strictObject(BinderFields);

/** A mark of a coder, of which working it is, and when it was made. */
const MarkStateShape = MarkShape.extend({ working: id, madeAt: z.string() });

/** Everything in a study that can be changed. */
interface Parts {
  list: z.infer<typeof ListStateShape>;
  working: z.infer<typeof WorkingStateShape>;
  variable: z.infer<typeof VariableStateShape>;
  table: z.infer<typeof TableStateShape>;
  binder: z.infer<typeof BinderStateShape>;
  mark: z.infer<typeof MarkStateShape>;
}

export type Part = keyof Parts;
/** A thing of one kind as it stands, without its id. */
export type StateOf<P extends Part> = Parts[P];
export type VariableState = StateOf<'variable'>;

/** One thing that was changed: the fields that differ, before and after; null: it was not there. */
const differenceShape = <P extends Part, Fields extends z.ZodRawShape>(
  of: P,
  state: z.ZodObject<Fields, z.core.$strict>,
) => {
  const fields = state.partial().nullable();
  return z.strictObject({ of: z.literal(of), id, before: fields, after: fields });
};

const DifferenceShape = z.discriminatedUnion('of', [
  differenceShape('list', ListStateShape),
  differenceShape('working', WorkingStateShape),
  differenceShape('variable', VariableStateShape),
  differenceShape('table', TableStateShape),
  differenceShape('binder', BinderStateShape),
  differenceShape('mark', MarkStateShape),
]);

const order = z.array(id);

/** What a change made of a study, in both directions, as an entry of the ledger keeps it. */
export const DeltaShape: z.ZodType<Delta> = z.strictObject({
  order: z.strictObject({ before: order, after: order }).optional(),
  things: z.array(DifferenceShape),
});

type FieldsOf<P extends Part> = { [Field in keyof StateOf<P>]?: StateOf<P>[Field] | undefined };
/** One thing that was changed. */
export type DifferenceOf<P extends Part> = { of: P; id: number; before: FieldsOf<P> | null; after: FieldsOf<P> | null };
export type Difference = { [P in Part]: DifferenceOf<P> }[Part];
export interface Delta {
  order?: { before: number[]; after: number[] } | undefined;
  things: Difference[];
}

/** The things of one kind that a change changed. */
export function thingsOf<P extends Part>({ things }: Delta, part: P): DifferenceOf<P>[] {
  const isOfPart = (difference: Difference): boolean => difference.of === part;
  return things.filter(isOfPart) as DifferenceOf<P>[];
}

/** The new values of the fields that a change set, by name; null where it removed the thing. */
export const fieldsOf = (fields: Difference['after']): Readonly<Record<string, unknown>> | null => fields;
