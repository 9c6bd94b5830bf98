import type { Counts } from '../../api/types.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import type { Sentence } from '../../core/table/sentence.js';
import { ask } from '../server/ask.js';

/** The counts of each block of a sentence. */
export async function countsOf(study: string, sentence: Sentence, signal?: AbortSignal): Promise<Counts[]> {
  const counted = await ask('POST /studies/{study}/counts', { study, body: bodyOfSentence(sentence) }, signal);
  return 'blocks' in counted ? counted.blocks : [counted];
}
