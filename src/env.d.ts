import type { Service } from './service/context.js';

declare global {
  namespace App {
    interface Locals {
      service: Service;
    }
  }
}
