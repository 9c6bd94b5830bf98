import { expect, it } from 'vitest';
import { checkNets, netLines } from '../../table/net.js';
import { netsOfThemes } from './nets-of-themes.js';
import { themeOf, THEMES } from './theme.fixtures.js';

it('has a net for each theme with parts, the inner ones within the outer', () => {
  const themes = [
    themeOf(9, 'Grounds'),
    ...THEMES.map((theme) => (theme.id === 1 ? { ...theme, under: 9 } : theme)),
    themeOf(7, 'Gone', { into: 2 }),
  ];
  const codes = themes.filter(({ into }) => into === null).map(({ id }) => String(id));
  const nets = netsOfThemes(themes);
  expect(() => checkNets(nets, codes, 'nets')).not.toThrow();
  expect(
    netLines(codes, nets).map(
      (line) => `${'-'.repeat(line.depth)}${line.is === 'net' ? line.net.label : codes[line.at]}`,
    ),
  ).toEqual(['Grounds, all of it', '-9', '-Water, all of it', '--1', '--2', '--3', '4', '5']);
  expect(netsOfThemes([themeOf(1, 'Water')])).toEqual([]);
});
