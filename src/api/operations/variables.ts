import { BAND_ENDS } from '../../core/recode/band/shape.js';
import { distributionOf } from '../../service/distribution.js';
import { editVariable } from '../../service/edit-variable.js';
import { orderedCodes } from '../../service/order-codes.js';
import { respondentRows } from '../../service/respondents.js';
import { detailVariable } from '../../service/roster.js';
import { OrderSchema, RespondentsSchema, RespondentsWantedSchema } from '../codebook-schemas.js';
import { operation } from '../operation.js';
import { CodeSchema, DistributionSchema, VariableDetailSchema, VariableEditSchema } from '../schemas.js';
import { z } from '../zod.js';

/** Variables close up, and respondents one by one. */
export const VARIABLES = [
  operation({
    id: 'detailVariable',
    method: 'get',
    path: '/studies/{study}/variables/{variable}',
    summary: 'A variable close up',
    answer: VariableDetailSchema,
    work: ({ service, study, params }) => detailVariable(service, study, params.variable),
  }),
  operation({
    id: 'editVariable',
    method: 'patch',
    path: '/studies/{study}/variables/{variable}',
    summary: 'Change a variable in the codebook',
    changes: true,
    body: VariableEditSchema,
    answer: VariableDetailSchema,
    work: ({ service, study, params, body }) => editVariable(service, study, params.variable, body),
  }),
  operation({
    id: 'orderedCodes',
    method: 'post',
    path: '/studies/{study}/variables/{variable}/order',
    summary: 'The codes of a variable in another order; nothing is kept',
    body: OrderSchema,
    answer: z.array(CodeSchema),
    work: ({ service, study, params, body }) => orderedCodes(service, study, params.variable, body),
  }),
  operation({
    id: 'distribution',
    method: 'get',
    path: '/studies/{study}/variables/{variable}/distribution',
    summary: 'The values of a number, and edges that cut off given shares of respondents',
    query: z.object({
      shares: z.string().optional().describe('From 0 to 1, separated by commas: 0.25,0.5,0.75 for quarters.'),
      ends: z.enum(BAND_ENDS).optional().describe('Which ends of a band belong to it.'),
    }),
    answer: DistributionSchema,
    work: ({ service, study, params, query }) =>
      distributionOf(service, study, params.variable, query.shares ?? '', query.ends ?? 'lower'),
  }),
  operation({
    id: 'respondentRows',
    method: 'post',
    path: '/studies/{study}/respondents',
    showsRows: true,
    summary: 'Respondents one by one, with what they gave',
    body: RespondentsWantedSchema,
    answer: RespondentsSchema,
    work: ({ service, study, body }) => respondentRows(service, study, body),
  }),
] as const;
