import { z } from 'zod';

/** A word for size, from a value on a correlation's scale up to the next. */
export const SizeWordShape = z
  .strictObject({ least: z.number().min(0).max(1), word: z.string().max(60) })
  .meta({ id: 'SizeWord' });

/** What a study has for itself; of words for size that are absent, the usual ones. */
export const StudySettingsShape = z.object({ sizeWords: z.array(SizeWordShape).optional() });

export type SizeWord = z.infer<typeof SizeWordShape>;
export type StudySettings = z.infer<typeof StudySettingsShape>;
