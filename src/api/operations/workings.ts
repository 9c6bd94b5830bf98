import {
  dropWorking,
  editWorking,
  keepWorking,
  keepWorkings,
  makingIn,
  previewWorking,
} from '../../service/workings.js';
import { useOther } from '../../service/use-other.js';
import { operation } from '../operation.js';
import {
  KeptWorkingSchema,
  MakingSchema,
  PreviewSchema,
  RecipeSchema,
  WorkingDraftSchema,
  WorkingDraftsSchema,
} from '../schemas.js';
import { z } from '../zod.js';

/** Workings: recipes with their proofs. */
export const WORKINGS = [
  operation({
    id: 'previewWorking',
    method: 'post',
    path: '/studies/{study}/workings/preview',
    showsRows: true,
    summary: 'What a recipe would make, with its proof',
    query: z.object({
      working: z.coerce
        .number()
        .int()
        .min(1)
        .optional()
        .describe('The working whose recipe it is to be; absent: a new one.'),
    }),
    body: RecipeSchema,
    answer: PreviewSchema,
    work: ({ service, study, body, query }) => previewWorking(service, study, body, query.working),
  }),
  operation({
    id: 'keepWorking',
    method: 'post',
    path: '/studies/{study}/workings',
    summary: 'Keep a working',
    changes: true,
    body: WorkingDraftSchema,
    answer: KeptWorkingSchema,
    status: 201,
    work: ({ service, study, body }) => keepWorking(service, study, body),
  }),
  operation({
    id: 'keepWorkings',
    method: 'post',
    path: '/studies/{study}/workings/batch',
    summary: 'Keep several workings together, or none',
    changes: true,
    body: WorkingDraftsSchema,
    answer: z.array(KeptWorkingSchema),
    status: 201,
    work: ({ service, study, body }) => keepWorkings(service, study, body.drafts),
  }),
  operation({
    id: 'workingsUnderWay',
    method: 'get',
    path: '/studies/{study}/workings/progress',
    summary: 'How far workings are that are being kept together',
    answer: MakingSchema,
    work: ({ service, study }) => ({ making: makingIn(service, study.id) }),
  }),
  operation({
    id: 'editWorking',
    method: 'put',
    path: '/studies/{study}/workings/{working}',
    summary: 'Change a working; its variable and its column follow',
    changes: true,
    body: WorkingDraftSchema,
    answer: KeptWorkingSchema,
    work: ({ service, study, params, body }) => editWorking(service, study, params.working, body),
  }),
  operation({
    id: 'useOther',
    method: 'post',
    path: '/studies/{study}/workings/{working}/other',
    summary: 'Use the result of another working that does the same, and take the one out',
    changes: true,
    body: z.object({ other: z.int().min(1).describe('The working whose result is used.') }),
    answer: z
      .object({
        words: z.string(),
        stays: z.array(z.string()).describe('What stays on the one, as codes mean something else in the other.'),
      })
      .openapi('OtherUsed'),
    work: ({ service, study, params, body }) => useOther(service, study, params.working, body.other),
  }),
  operation({
    id: 'dropWorking',
    method: 'delete',
    path: '/studies/{study}/workings/{working}',
    summary: 'Take a working out',
    changes: true,
    work: ({ service, study, params }) => dropWorking(service, study, params.working),
  }),
] as const;
