import { assessInThread } from '../../service/assess.js';
import { countStudies } from '../../service/open-study.js';
import { AssessmentSchema, AssessRequestSchema, parseAssess } from '../assess-schemas.js';
import { operation } from '../operation.js';
import { HealthSchema } from '../schemas.js';
import { VERSION } from '../version.js';

/** What needs no study. */
export const STATISTICS = [
  operation({
    id: 'health',
    method: 'get',
    path: '/health',
    summary: 'Whether the server is up',
    answer: HealthSchema,
    work: ({ service }) => ({ status: 'ok' as const, version: VERSION, studies: countStudies(service) }),
  }),
  operation({
    id: 'assess',
    method: 'post',
    path: '/assess',
    summary: 'Tests and measures of a table of counts',
    body: AssessRequestSchema,
    parse: parseAssess,
    answer: AssessmentSchema,
    work: ({ service, body, request }) => assessInThread(service, body, request.signal),
  }),
] as const;
