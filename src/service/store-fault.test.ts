import { describe, expect, it } from 'vitest';
import { storeFault } from './store-fault.js';

const withCode = (code: unknown) => Object.assign(new Error('system'), { code });

describe('what a store does not allow', () => {
  it('is named in a sentence, with the mend', () => {
    expect(storeFault(withCode('ENOSPC'))).toMatchObject({ kind: 'store', message: 'The disk of the store is full.' });
    expect(storeFault(withCode('SQLITE_READONLY_DIRECTORY'))?.kind).toBe('store');
    expect(storeFault(withCode('SQLITE_IOERR_WRITE'))?.kind).toBe('store');
    expect(storeFault(withCode('SQLITE_BUSY_SNAPSHOT'))?.kind).toBe('busy');
    expect(storeFault(withCode('SQLITE_CORRUPT_VTAB'))?.kind).toBe('damaged');
    expect(storeFault(withCode('EMFILE'))?.mend).toBe('Try again in a moment.');
  });

  it('is no name for anything else', () => {
    for (const error of [
      new Error('x'),
      withCode('SQLITE_CONSTRAINT'),
      withCode(7),
      null,
      'ENOSPC',
      withCode('ENOENT'),
    ])
      expect(storeFault(error)).toBeNull();
  });
});
