import { expect, it } from 'vitest';
import { type Presence, tellChanged, watchStudy } from './presence.js';

/** What comes next of somebody's events. */
async function next(reader: ReadableStreamDefaultReader<Uint8Array>): Promise<unknown> {
  const { value } = await reader.read();
  return JSON.parse(new TextDecoder().decode(value).replace(/^data: /, ''));
}

it('who is at a study is told who else comes and goes, and what is changed', async () => {
  const presence: Presence = new Map();
  const ada = watchStudy({ presence }, 'plots', { person: 1, name: 'Ada' }).getReader();
  expect(await next(ada)).toEqual({ is: 'here', people: [{ person: 1, name: 'Ada' }] });
  const ben = watchStudy({ presence }, 'plots', { person: 2, name: 'Ben' }).getReader();
  const both = {
    is: 'here',
    people: [
      { person: 1, name: 'Ada' },
      { person: 2, name: 'Ben' },
    ],
  };
  expect(await next(ada)).toEqual(both);
  expect(await next(ben)).toEqual(both);
  tellChanged({ presence }, 'plots', { person: 2, name: 'Ben', words: 'Made Halves', revision: 7 });
  expect(await next(ada)).toMatchObject({ is: 'changed', name: 'Ben', words: 'Made Halves' });
  tellChanged({ presence }, 'elsewhere', { person: 2, name: 'Ben', words: 'Made Thirds', revision: 8 });
  await ben.cancel();
  expect(await next(ada)).toEqual({ is: 'here', people: [{ person: 1, name: 'Ada' }] });
  await ada.cancel();
  expect(presence.size).toBe(0);
});
