import { expect, it } from 'vitest';
import { serviceForTests, studyOfRows } from '../service/test-study.js';
import { editVariable } from '../service/edit-variable.js';
import { studyRow } from '../store/study.js';
import { answer } from './answer.js';
import type { Operation } from './operation.js';

const service = serviceForTests();

it('does not tell what was read before a change under the revision after it', async () => {
  const study = await studyOfRows(service, 'etags', ['a', '1', '2']);
  const before = studyRow(study.db).revision;
  const slow: Operation = {
    id: 'slow',
    method: 'get',
    path: '/studies/{study}',
    summary: 'Something that is made ready while a change lands',
    answer: 'text/plain',
    work: async () => {
      const read = studyRow(study.db).revision;
      await editVariable(service, study, 1, { label: 'Changed' });
      return { read };
    },
  };
  const route = { params: { study: study.id }, operations: new Map([['GET', slow]]) };
  const locals = {
    service,
    asker: 'test',
    signedIn: null,
    address: '127.0.0.1',
    place: { port: 4114, secure: false },
    drained: () => Promise.resolve(),
  };
  const response = await answer(new Request('http://localhost/'), route, locals);
  expect(studyRow(study.db).revision).toBe(before + 1);
  expect(await response.json()).toEqual({ read: before });
  expect(response.headers.get('etag')).toBe(`"${before}"`);
});
