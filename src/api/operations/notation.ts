import { compareTexts } from '../../service/notation/compare-texts.js';
import { checkText, putText } from '../../service/notation/put-text.js';
import { textOfStudy } from '../../service/notation/study-text.js';
import {
  CheckedTextSchema,
  PutTextSchema,
  SentTextSchema,
  StudyTextSchema,
  TextsComparedSchema,
  TextsSchema,
} from '../notation-schemas.js';
import { operation } from '../operation.js';
import { z } from '../zod.js';

/** The study as text. */
export const NOTATION = [
  operation({
    id: 'readText',
    method: 'get',
    path: '/studies/{study}/text',
    summary: 'The text of a study: everything but its respondents',
    query: z.strictObject({
      codings: z.enum(['with', 'without']).default('without').describe('What was coded by hand, answer by answer.'),
    }),
    answer: StudyTextSchema,
    work: ({ study, query }) => ({ text: textOfStudy(study, { codings: query.codings === 'with' }) }),
  }),
  operation({
    id: 'checkText',
    method: 'post',
    path: '/studies/{study}/text/check',
    summary: 'What is wrong with a text for a study, and what it would change; nothing is changed',
    body: SentTextSchema,
    answer: CheckedTextSchema,
    work: ({ study, body }) => checkText(study, body),
  }),
  operation({
    id: 'putText',
    method: 'put',
    path: '/studies/{study}/text',
    summary: 'Make a study what a text says, or add what it says, as one change',
    changes: true,
    body: SentTextSchema,
    answer: PutTextSchema,
    work: ({ service, study, body }) => putText(service, study, body),
  }),
  operation({
    id: 'compareTexts',
    method: 'post',
    path: '/studies/{study}/text/compare',
    summary: 'What differs between two texts, and which tables can have other figures by it',
    body: TextsSchema,
    answer: TextsComparedSchema,
    work: ({ study, body }) => compareTexts(study, body),
  }),
] as const;
