import { z } from 'zod';

/** Any JSON object, whose own schema says more. */
export const RecordShape = z.record(z.string(), z.unknown());
