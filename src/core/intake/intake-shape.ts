import { z } from 'zod';
import { CodebookFileShape } from '../codebook/codebook-file.js';
import { FAULT_KINDS } from '../fault.js';
import type { KeptShape } from '../kept-shape.js';
import { LayoutShape } from './layout.js';
import { ReadInShape } from './read-in-shape.js';

/** The first rows of a file, as a layout reads them. */
const PreviewShape = z.object({
  columns: z.array(z.string()),
  rows: z.array(z.object({ line: z.int(), cells: z.array(z.string()), why: z.string().nullable() })),
});

/** A codebook that was sent beside the data. */
const SentCodebookShape = z.object({
  fileName: z.string(),
  kind: z.string().describe('What it was found to be, in words.'),
  codebook: CodebookFileShape,
  remarks: z.array(z.string()).describe('What of it was not taken over.'),
});

/** A Fault as it is sent and kept. */
const PlainFaultShape = z.object({
  kind: z.enum(FAULT_KINDS),
  message: z.string(),
  mend: z.string(),
  place: z.object({
    file: z.string().optional(),
    line: z.number().optional(),
    column: z.number().optional(),
    variable: z.string().optional(),
    code: z.string().optional(),
    cell: z.object({ row: z.number(), column: z.number() }).optional(),
    field: z.string().optional(),
  }),
});

/** A file that came in, how it is read and what was understood of it, waiting to be accepted. */
export const IntakeShape = z.object({
  id: z.string(),
  fileName: z.string(),
  bytes: z.int(),
  sha256: z.string(),
  created: z.string(),
  gzip: z.boolean(),
  sheets: z.array(z.object({ name: z.string(), hidden: z.boolean() })).describe('Of a workbook: its sheets.'),
  /** How it is read. */
  layout: LayoutShape,
  /** How it was found to be written. */
  found: LayoutShape,
  preview: PreviewShape.nullable(),
  read: ReadInShape.nullable().describe('What came of reading it; null while it is being read, or where it cannot be.'),
  fault: PlainFaultShape.nullable().describe('Why it cannot be read.'),
  codebook: SentCodebookShape.nullable(),
  codebookSaysHow: z.boolean().describe('The codebook says how the file is read.'),
});

/** The same as it is kept beside the file. */
export const KEPT_INTAKE: KeptShape<IntakeRecord> = { version: 1, shape: IntakeShape };

export type Preview = z.infer<typeof PreviewShape>;
export type SentCodebook = z.infer<typeof SentCodebookShape>;
export type IntakeRecord = z.infer<typeof IntakeShape>;
