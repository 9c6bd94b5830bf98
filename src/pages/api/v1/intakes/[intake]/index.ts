import { endpoint } from '../../../../../api/endpoint.js';
import { discardIntake, findIntake } from '../../../../../service/intake.js';

export const GET = endpoint(({ service, param }) => findIntake(service, param('intake')));
export const DELETE = endpoint(({ service, param }) => discardIntake(service, param('intake')));
