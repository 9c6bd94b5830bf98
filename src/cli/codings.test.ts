import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { service, study, variable } from '../service/plots.fixtures.js';
import { faultOf } from '../service/test-study.js';
import { keepWorking } from '../service/workings.js';
import { sayCodings } from './codings.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-codings-'));
afterAll(() => rmSync(folder, { recursive: true }));

const coder = (name: string) => ({ name, share: 1, seed: 1 });
const file = (name: string, content: string) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('the command codings', () => {
  it('takes codings in, writes them out, and says how two coders agree', async () => {
    const themes = ['Water', 'Shed'].map((name, k) => ({ id: k + 1, name, under: null, into: null }));
    const coders = [coder('Anna'), coder('Ben')];
    const recipe = { kind: 'theme' as const, sources: [variable('remark').id], themes, coders };
    await keepWorking(service, study, { name: 'themes', label: 'Themes', recipe });
    const say = (flags: Parameters<typeof sayCodings>[3]) => sayCodings(service, study.id, 'Themes', flags);
    const anna = file('anna.csv', 'answer,themes\ntext 1,Water\ntext 2,Shed\n');
    expect(await say({ take: anna, coder: 'Anna' })).toBe('2 codings taken in\n');
    const ben = file('ben.csv', 'answer,coder,themes\ntext 1,Ben,Water\ntext 2,Ben,Water\n');
    await say({ take: ben });
    expect((await say({ coder: 'Ben' })).split('\r\n')[3]).toBe('text 2,1,Ben,,coded,Water,');
    expect(JSON.parse(await say({ agreement: ['Anna', 'Ben'] }))).toMatchObject({ answers: 2, alike: 1, open: 1 });
    expect(await say({ takeSheet: file('sheet.csv', 'theme,under\nTaps,Water\n') })).toBe(
      'The code sheet is taken in\n',
    );
    expect((await say({ sheet: true })).split('\r\n').slice(1, 4)).toEqual([
      '1,Water,,,,,',
      '3,Taps,Water,,,,',
      '2,Shed,,,,,',
    ]);
    const foreign = file('foreign.csv', 'answer,themes\nnobody says this,Water: Taps\n');
    expect(await say({ take: foreign, coder: 'Ben' })).toContain('1 of them for answers that nobody gives here');
    const message = async (work: Promise<unknown>) => (await faultOf(work)).message;
    expect(await message(say({ take: join(folder, 'none.csv') }))).toContain('There is no file');
    expect(await message(say({ agreement: ['Anna'] }))).toContain('Nobody called “”');
    expect(await message(sayCodings(service, study.id, 'tap', {}))).toContain('is not made of themes');
  });
});
