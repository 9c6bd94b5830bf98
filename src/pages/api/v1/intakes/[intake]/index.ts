import { endpoint } from '../../../../../api/endpoint.js';
import { findIntake } from '../../../../../service/intake/read.js';
import { discardIntake } from '../../../../../service/intake/receive.js';

export const GET = endpoint(({ service, param }) => findIntake(service, param('intake')));
export const DELETE = endpoint(({ service, param }) => discardIntake(service, param('intake')));
