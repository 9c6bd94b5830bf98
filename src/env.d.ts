import type { Service } from './service/context.js';
import type { SignedIn } from './service/team/sessions.js';

declare global {
  namespace App {
    interface Locals {
      service: Service;
      /** Who makes the request, as far as they can be told apart. */
      asker: string;
      /** Who is signed in; null: nobody, or one person uses the server alone. */
      signedIn: SignedIn | null;
      /** The address from which they ask. */
      address: string;
      /** Where cookies are set for: the port of the server, and whether the browser came by TLS. */
      place: { port: number; secure: boolean };
      /** Resolves when what was written of the answer was taken. */
      drained: () => Promise<void>;
    }
  }
}
