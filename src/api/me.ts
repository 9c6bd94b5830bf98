import { Fault } from '../core/fault.js';
import type { SignedIn } from '../service/team/sessions.js';
import type { Call } from './operation.js';

/** Who asks, of an operation that needs somebody. @throws Fault where nobody is signed in */
export function me({ signedIn }: Pick<Call, 'signedIn'>): SignedIn {
  if (signedIn) return signedIn;
  throw new Fault('signed-out', 'Nobody is signed in.', 'Sign in first.');
}
