import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { unopenedFiles } from './open-study.js';
import { fetchUnopened, setAside } from './set-aside.js';
import { faultOf, serviceForTests, studyOfRows } from './test-study.js';

const service = serviceForTests();
const at = (name: string) => join(service.folder, 'studies', name);

describe('a file that cannot be opened', () => {
  it('is fetched as it is, and moved to where nothing looks for it', async () => {
    writeFileSync(at('notes.sqlite'), 'no study');
    const { stream, bytes } = fetchUnopened(service, 'notes.sqlite');
    expect([bytes, await new Response(stream).text()]).toEqual([8, 'no study']);
    const place = await setAside(service, 'notes.sqlite');
    expect([existsSync(at('notes.sqlite')), readFileSync(place, 'utf8')]).toEqual([false, 'no study']);
    expect(unopenedFiles(service)).toEqual([]);
  });

  it('is none that can be, and none outside the store', async () => {
    const study = await studyOfRows(service, 'Plots', ['a', '1']);
    for (const name of [`${study.id}.sqlite`, '../token', 'nothing.sqlite'])
      expect((await faultOf(setAside(service, name))).kind, name).toBe('not-found');
  });
});
