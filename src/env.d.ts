import type { Service } from './service/context.js';

declare global {
  namespace App {
    interface Locals {
      service: Service;
      /** Who makes the request, as far as they can be told apart. */
      asker: string;
      /** Resolves when what was written of the answer was taken. */
      drained: () => Promise<void>;
    }
  }
}
