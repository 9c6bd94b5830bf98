import { assessSent } from '../../service/assess.js';
import { countStudies } from '../../service/open-study.js';
import { AssessmentSchema, AssessRequestSchema } from '../assess-schemas.js';
import { operation } from '../operation.js';
import { mustBeWritable } from '../../service/must-be-writable.js';
import { z } from '../zod.js';
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
    id: 'ready',
    method: 'get',
    path: '/ready',
    needs: 'anybody',
    summary: 'Whether the server can work: its store can be written',
    answer: z.object({ status: z.literal('ready') }),
    work: ({ service }) => {
      mustBeWritable(service);
      return { status: 'ready' as const };
    },
  }),
  operation({
    id: 'metrics',
    method: 'get',
    path: '/metrics',
    needs: 'administrator',
    audited: false,
    summary: 'What happened so far and how long it took, as Prometheus reads it (OpenMetrics)',
    answer: 'application/openmetrics-text',
    work: async ({ service }) =>
      new Response(await service.metrics.text(), {
        headers: {
          'content-type': 'application/openmetrics-text; version=1.0.0; charset=utf-8',
          'cache-control': 'no-store',
        },
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
