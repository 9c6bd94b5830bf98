import { describe, expect, it } from 'vitest';
import type { ReportPicture } from '../../core/report/report.js';
import { pngsOf } from './pngs-of.js';

const [WIDTH, HEIGHT] = [80, 30];
const picture = (inside: string): ReportPicture => ({
  title: '',
  svg:
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}">` +
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#fff"/>${inside}</svg>`,
  width: WIDTH,
  height: HEIGHT,
  alt: '',
});
const text = (words: string, weight = 400) =>
  picture(`<text y="20" font-family="'Source Sans 3 Variable'" font-size="14" font-weight="${weight}">${words}</text>`);

describe('pictures as PNG', () => {
  it('are three times as large, and have letters of every writing that the fonts have', async () => {
    const empty = picture('');
    const written = [text('Mood'), text('Bold', 600), text('ěšč'), text('Жук'), text('ΑΒΓ')];
    const pngs = await pngsOf([empty, ...written]);
    const bytesOf = (own: ReportPicture) => Buffer.from(pngs.get(own)!);
    for (const own of [empty, ...written]) {
      expect(bytesOf(own).subarray(1, 4).toString()).toBe('PNG');
      expect([bytesOf(own).readUInt32BE(16), bytesOf(own).readUInt32BE(20)]).toEqual([3 * WIDTH, 3 * HEIGHT]);
    }
    // No two are alike, and none is as empty as the first: letters that a font has not would be.
    expect(new Set([empty, ...written].map((own) => bytesOf(own).toString('base64'))).size).toBe(6);
  });

  it('are no larger than memory allows', async () => {
    const long = { ...picture(''), width: 500, height: 50_000 };
    const svg = long.svg.replace(
      `viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}"`,
      'width="500" height="50000"',
    );
    const own = { ...long, svg };
    const png = Buffer.from((await pngsOf([own])).get(own)!);
    expect(png.readUInt32BE(16) * png.readUInt32BE(20)).toBeLessThan(45e6);
    expect(png.readUInt32BE(16)).toBeGreaterThan(500);
  });

  it('are none of none', async () => {
    expect((await pngsOf([])).size).toBe(0);
  });
});
