import { fileURLToPath } from 'node:url';
import { parseAssess } from '../api/assess-schemas.js';
import { assess } from '../core/assess.js';
import { parseJson } from '../core/parse-json.js';
import { jsonBytes } from '../service/json-text.js';
import { help } from '../service/worker/help.js';
import { JOBS } from '../service/worker/jobs.js';

/** A request for statistics, from the bytes that were sent to those of the answer. */
const assessSent = (sent: Uint8Array) => jsonBytes(assess(parseAssess(parseJson(new TextDecoder().decode(sent)))));

// The entry of threads and processes, dist/cli/worker.js.
help({ ...JOBS, assessSent }, fileURLToPath(import.meta.url));
