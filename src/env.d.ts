declare namespace App {
  interface Locals {
    service: import('./service/context.js').Service;
  }
}
