import { assessSent } from '../../service/assess.js';
import { countStudies } from '../../service/open-study.js';
import { AssessmentSchema, AssessRequestSchema } from '../assess-schemas.js';
import { operation } from '../operation.js';
import { HealthSchema } from '../schemas.js';
import { VERSION } from '../../service/version.js';

/** What needs no study. */
export const STATISTICS = [
  operation({
    id: 'health',
    method: 'get',
    path: '/health',
    needs: 'anybody',
    summary: 'Whether the server is up',
    answer: HealthSchema,
    work: ({ service }) => ({
      status: 'ok' as const,
      version: VERSION,
      studies: countStudies(service),
      delay: service.delay(),
    }),
  }),
  operation({
    id: 'assess',
    method: 'post',
    path: '/assess',
    summary: 'Tests and measures of a table of counts',
    body: AssessRequestSchema,
    large: true,
    answer: AssessmentSchema,
    work: ({ service, sent }) => assessSent(service, sent),
  }),
] as const;
