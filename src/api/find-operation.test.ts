import { describe, expect, it } from 'vitest';
import { findOperation } from './find-operation.js';
import { OPERATIONS } from './operations/registry.js';

const find = findOperation(OPERATIONS);
const idOf = (method: string, path: string) => find(path)?.operations.get(method)?.id;

describe('an operation is found', () => {
  it('by every path that is described, with what stands in its parts', () => {
    for (const { id, method, path } of OPERATIONS) {
      const given = path.replace(/\{(\w+)\}/g, 'the-$1');
      expect(idOf(method.toUpperCase(), given), path).toBe(id);
      const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => [name, `the-${name}`]);
      expect(find(given)?.params).toEqual(Object.fromEntries(names));
    }
  });

  it('by a plain word before a name in its place', () => {
    expect(idOf('POST', '/studies/a/ledger/undo')).toBe('undoEntry');
    expect(idOf('GET', '/studies/a/ledger/12')).toBe('describeEntry');
    expect(idOf('POST', '/studies/a/workings/batch')).toBe('keepWorkings');
  });

  it('with slashes and odd letters in a part', () => {
    expect(find('/studies/a/drafts/working%2F3%20é')?.params).toEqual({ study: 'a', name: 'working/3 é' });
    expect(find('/studies/%zz')).toBeNull();
  });

  it('nowhere else', () => {
    for (const path of ['', '/', '/nothing', '/studies/a/b/c/d/e', '/studies/a/tables/1/csv/more']) {
      expect(find(path), path).toBeNull();
    }
  });
});
