import { LinkedTableShape } from '../core/intake/layout.js';
import { TROUBLES } from '../core/study/trouble.js';
import { VerifiedShape } from '../core/study/verified.js';
import { CountArrayShape } from '../core/count/count-shape.js';
import { CodeShape, LEVELS } from '../core/codebook/types.js';
import { VariableEditShape } from '../core/codebook/edit-shape.js';
import { z } from './zod.js';
import { MOST_AT_ONCE } from '../core/recode/apply.js';
import { RECIPE_KINDS, RecipeShape as RecipeSchema } from '../core/recode/recipe-shape.js';
import { HistogramShape, NumberSummaryShape } from '../core/codebook/summary-shape.js';
import { ProofShape } from '../core/recode/proof-shape.js';
import { StandsInShape } from '../core/recode/stands-in-shape.js';
import { SizeWordShape, StudySettingsShape } from '../core/study/settings-shape.js';
import { FrozenMarkShape } from '../core/report/frozen-shape.js';
import { ShownShape } from '../core/table/shown-shape.js';
import { conditionShape, SentenceShape } from '../core/table/sentence-shape.js';
import { BinderFields } from '../core/binder/binder-shape.js';
import { EXPORT_KINDS } from '../core/intake/export-kinds.js';

export { RecipeSchema };

const text = (most: number) => z.string().max(most);
const id = z.int().min(1);

export const CodeSchema = CodeShape;

export const ConditionSchema = conditionShape(id);
export const SentenceSchema = SentenceShape;

export const ShownSchema = ShownShape;

const table = { title: text(1000).trim().min(1), sentence: SentenceSchema, shown: ShownSchema };
export const SavedTableSchema = z
  .strictObject({
    ...table,
    binder: id.optional().describe('Of a new table: the binder at whose end it stands; the first one, where absent.'),
  })
  .openapi('SavedTable');

export const BinderSchema = z.object({ id, ...BinderFields }).openapi('Binder');
export const NewBinderSchema = z
  .strictObject({ name: BinderFields.name, items: BinderFields.items.default([]) })
  .openapi('NewBinder');
export const BinderEditSchema = z
  .strictObject({ name: BinderFields.name.optional(), items: BinderFields.items.optional() })
  .openapi('BinderEdit', { description: 'A table that another binder lists is taken out of it.' });

export const KeptTableSchema = z.strictObject({
  ...table,
  id,
  created: z.string(),
  edited: z.string(),
  frozen: FrozenMarkShape.nullable().describe('When its figures were frozen; null: they follow the study.'),
});

export const TableCopySchema = z
  .strictObject({ binder: id.optional().describe('The binder at whose end it stands; the first one, where absent.') })
  .openapi('TableCopy');

export const TablesSchema = z
  .strictObject({ tables: z.array(id).min(1).max(1000).describe('Ids of saved tables.') })
  .openapi('Tables');

export const WorkingDraftSchema = z
  .strictObject({
    name: text(200).describe('Name of the new variable; made from the label where it is empty.'),
    label: text(1000).trim().min(1, 'Give the new variable a label.'),
    recipe: RecipeSchema,
    standsIn: z
      .boolean()
      .optional()
      .describe(
        'It takes the place of its one source: its name, and the tables and workings that it says the same in.',
      ),
  })
  .openapi('WorkingDraft');

export const VariableEditSchema = VariableEditShape;

export const CountsSchema = z.union([CountArrayShape, z.object({ blocks: z.array(CountArrayShape) })]);

export const PreviewSchema = z
  .object({
    level: z.enum(LEVELS),
    codes: z.array(CodeSchema),
    proof: ProofShape,
    figures: z
      .object({
        codes: z.array(z.object({ code: z.string(), respondents: z.int() })),
        blank: z.int(),
        summary: NumberSummaryShape.nullable(),
        histogram: HistogramShape.nullable(),
      })
      .describe('The frequencies of what would be made; of a number its distribution.'),
  })
  .openapi('WorkingPreview');

export const WorkingDraftsSchema = z
  .strictObject({ drafts: z.array(WorkingDraftSchema).min(1).max(MOST_AT_ONCE) })
  .describe('Workings that are kept together, or none of them.')
  .openapi('WorkingDrafts');

export const MakingSchema = z
  .object({
    making: z
      .object({ done: z.int(), of: z.int() })
      .nullable()
      .describe('Workings that are computed, of those asked for; null: none are being kept together.'),
  })
  .openapi('Making');

export const DistributionSchema = z
  .object({
    answers: z.int().describe('Respondents with a number that is no missing code.'),
    blank: z.int(),
    words: z.int().describe('Respondents whose value spells no number.'),
    from: z.number().describe('The lowest answer.'),
    to: z.number(),
    different: z.int().describe('How many different answers there are.'),
    whole: z.boolean().describe('Every answer is a whole number.'),
    points: z
      .array(z.tuple([z.number(), z.int()]))
      .nullable()
      .describe('Each answer with its respondents; null: they are too many to be listed.'),
    histogram: HistogramShape.nullable(),
    missing: z.array(z.object({ code: z.string(), label: z.string(), value: z.number(), respondents: z.int() })),
    edges: z.array(z.number()).describe('Edges behind which the shares lie that were asked for.'),
  })
  .openapi('Distribution');

export const KeptWorkingSchema = z.object({ working: id, variable: id, proof: ProofShape }).openapi('KeptWorking');

export const ExportKindSchema = z
  .enum(EXPORT_KINDS)
  .describe('CSV with DDI-Codebook or with Triple-S, in a zip; or Parquet with its codebook in it.');

export const StudyRowSchema = z
  .object({
    id: z.string(),
    name: z.string(),
    subtitle: z.string(),
    respondents: z.int(),
    created: z.string(),
    fileName: z.string(),
    fileSha256: z.string(),
    revision: z.int(),
    waveVariable: id.nullable().describe('The variable that says in which file a respondent came.'),
    settings: StudySettingsShape,
  })
  .openapi('Study');

export const StudyEditSchema = z
  .strictObject({
    name: text(200).trim().min(1).optional(),
    subtitle: text(200).trim().optional().describe('What it is, in a few words.'),
    sizeWords: z
      .array(SizeWordShape)
      .max(12)
      .nullable()
      .optional()
      .describe('Words for size on a correlation’s scale, the smallest first; null: the usual ones.'),
  })
  .openapi('StudyEdit');

export const StudyCopySchema = z.strictObject({ name: text(200).trim().min(1).optional() }).openapi('StudyCopy');
export const UnopenedSchema = z
  .object({
    file: z.string().describe('Its name in the store, with the ending.'),
    bytes: z.int(),
    kind: z.enum(TROUBLES),
    message: z.string().describe('What is wrong with it.'),
    mend: z.string(),
  })
  .openapi('Unopened');

export const VerifiedFileSchema = VerifiedShape.extend({
  file: z.string().describe('Its name, with the ending.'),
}).openapi('VerifiedFile');

export const BinnedStudySchema = StudyRowSchema.extend({ binned: z.string() }).openapi('BinnedStudy');

const VariableSchema = z.object({
  id,
  name: z.string(),
  label: z.string(),
  question: z.string(),
  level: z.enum(LEVELS),
  codes: z.array(CodeSchema),
  columnId: id,
  codeListId: id.nullable(),
  workingId: id.nullable(),
  note: z.string(),
  group: z.string(),
  starred: z.boolean(),
  aside: z.boolean(),
  shownOrder: z.array(z.string()).describe('Codes in the order in which they are shown; empty: as they are listed.'),
  offScale: z.array(z.string()).describe('Codes that have no place on its scale, though they can be answers.'),
  themes: z.boolean().optional().describe('Its options are themes that answers in words were coded into.'),
  madeAt: z.string().describe('When it was taken in or made.'),
  madeBy: z.string().describe('Who made it; empty where nobody is known by a name.'),
});

export const StudyViewSchema = z
  .object({
    study: StudyRowSchema,
    link: LinkedTableShape.nullable().describe('The table of a database in which its respondents stay.'),
    variables: z.array(
      VariableSchema.extend({
        made: z.enum(RECIPE_KINDS).nullable(),
        holds: z.boolean(),
        answers: z.int(),
        missing: z.int(),
        blank: z.int(),
        countable: z.boolean(),
        column: z.string().describe('Its heading in the file.'),
        levels: z.array(z.enum(LEVELS)).describe('Levels that it can have.'),
        layer: z
          .enum(['common', 'own', 'shown'])
          .describe('Where it is: in the study for all, in one’s own layer, or in that of somebody who shows it.'),
        people: z.int().describe('In how many people’s own layers it is used.'),
        says: z.string().describe('What its working does, in words; empty where it has none.'),
        picture: z.discriminatedUnion('is', [
          z.object({ is: z.literal('bars'), bars: z.array(z.int()) }),
          HistogramShape.extend({ is: z.literal('histogram') }),
          z.object({ is: z.literal('none') }),
        ]),
      }),
    ),
    workings: z.array(
      z.object({
        id,
        variable: id,
        recipe: RecipeSchema,
        proof: ProofShape,
        holds: z.boolean(),
        signature: z.string(),
        created: z.string(),
        edited: z.string(),
        standsIn: StandsInShape.nullable().describe(
          'What it took the place of its source in; null: it stands beside it.',
        ),
      }),
    ),
    tables: z.array(KeptTableSchema),
    binders: z.array(BinderSchema).describe('Each with what stands in it, in order.'),
    files: z
      .array(z.object({ name: z.string(), respondents: z.int(), unread: z.int(), takenIn: z.string() }))
      .describe('Files taken in, with the rows of each that could not be read.'),
    undo: z.string().nullable().describe('What undoing would take back; null: nothing.'),
    redo: z.string().nullable(),
    entries: z.int().describe('Entries of the ledger.'),
  })
  .openapi('StudyView');

export const VariableDetailSchema = z
  .object({
    variable: VariableSchema,
    codes: z.array(CodeSchema.extend({ respondents: z.int(), listed: z.boolean() })),
    blank: z.int(),
    answered: z.int().describe('Respondents with an answer.'),
    summary: NumberSummaryShape.nullable(),
    histogram: HistogramShape.nullable(),
    usedBy: z
      .object({
        workings: z.array(z.object({ variable: id, title: z.string() })),
        tables: z.array(z.object({ table: id, title: z.string() })),
      })
      .describe('Variables that workings make of it, and saved tables.'),
    sharesList: z.array(id).describe('Other variables with the same code list.'),
    from: z
      .discriminatedUnion('is', [
        z.object({ is: z.literal('column'), column: z.string(), files: z.array(z.string()) }),
        z.object({
          is: z.literal('working'),
          working: id,
          kind: z.string(),
          of: z.array(id),
          says: z.string().describe('What it does, in words.'),
          holds: z.boolean(),
          findings: z.array(z.string()).describe('What its proof says, a line each.'),
          same: z.array(id).describe('Others that give every respondent the same, under whatever codes and labels.'),
        }),
      ])
      .describe('Where it came from.'),
  })
  .openapi('VariableDetail');

export const ProblemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    detail: z.string(),
    mend: z.string().describe('What to do.'),
    place: z.record(z.string(), z.unknown()).describe('Where: file, line, column, variable, code, cell or field.'),
  })
  .openapi('Problem');

export const HealthSchema = z
  .object({
    status: z.literal('ok'),
    version: z.string(),
    studies: z.int(),
    delay: z
      .object({ p99: z.number(), most: z.number() })
      .describe('Milliseconds for which the server was kept from answering, in the last minutes.'),
  })
  .openapi('Health');
