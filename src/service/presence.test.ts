import { expect, it } from 'vitest';
import { allVariables } from '../store/variables.js';
import { editVariable } from './edit-variable.js';
import { type Presence, tellChanged, watchStudy } from './presence.js';
import { serviceForTests, studyOfRows } from './test-study.js';

const service = serviceForTests();

/** What comes next of somebody's events. */
async function next(reader: ReadableStreamDefaultReader<Uint8Array>): Promise<unknown> {
  const { value } = await reader.read();
  return JSON.parse(new TextDecoder().decode(value).replace(/^data: /, ''));
}

it('who is at a study is told who else comes and goes, and what is changed', async () => {
  const [plots, elsewhere] = [
    await studyOfRows(service, 'plots', ['a', '1']),
    await studyOfRows(service, 'b', ['a', '1']),
  ];
  const presence: Presence = new Map();
  const ada = watchStudy({ presence }, plots.id, { person: 1, name: 'Ada' }).getReader();
  expect(await next(ada)).toEqual({ is: 'here', people: [{ person: 1, name: 'Ada' }] });
  const ben = watchStudy({ presence }, plots.id, { person: 2, name: 'Ben' }).getReader();
  const both = {
    is: 'here',
    people: [
      { person: 1, name: 'Ada' },
      { person: 2, name: 'Ben' },
    ],
  };
  expect(await next(ada)).toEqual(both);
  expect(await next(ben)).toEqual(both);
  await editVariable(service, plots, allVariables(plots.db)[0]?.id ?? 0, { label: 'Liking' });
  tellChanged({ presence }, plots, { id: 2, name: 'Ben' });
  const words = expect.stringContaining('Liking') as string;
  expect(await next(ada)).toMatchObject({ is: 'changed', person: 2, name: 'Ben', words });
  tellChanged({ presence }, elsewhere, { id: 2, name: 'Ben' });
  await ben.cancel();
  expect(await next(ada)).toEqual({ is: 'here', people: [{ person: 1, name: 'Ada' }] });
  await ada.cancel();
  expect(presence.size).toBe(0);
});
