import { describe, expect, it } from 'vitest';
import { keptKernelModule, kernelModule } from './kernel.js';

describe('the kernel', () => {
  it('is what its source compiles to', () => {
    expect(kernelModule()).toBe(keptKernelModule());
  });
});
