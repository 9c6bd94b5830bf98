import iconv from 'iconv-lite';
import { describe, expect, it } from 'vitest';
import { detectEncoding } from './encoding.js';
import { raw } from './files.fixtures.js';

describe('encoding', () => {
  it.each([
    ['utf-8', 'name\nZoë – €\n'],
    ['windows-1252', 'name,remark\nJosé,"Crème brûlée – 5 €"\nZoë,naïve\n'],
    ['windows-1252', `town\n${'Köln\nMálaga\nÅlborg\n'.repeat(80)}`],
    ['windows-1251', `name,remark\n${'Привет, это обычный русский текст о садовых участках и соседях.\n'.repeat(5)}`],
    ['utf-16le', 'name\nZoë\n'],
    ['utf-16be', 'name\nZoë\n'],
  ])('finds %s', async (encoding, text) => {
    expect(await detectEncoding(raw(iconv.encode(text, encoding, { addBOM: encoding.startsWith('utf-16') })))).toBe(
      encoding,
    );
  });

  it('does not take a cut character at the end of a step for another encoding', async () => {
    for (const letter of ['ë', '€', '🌱'])
      for (let before = 1; before <= 4; before++)
        expect(await detectEncoding(raw(`${'a'.repeat(1024 * 1024 - before)}${letter}\n`))).toBe('utf-8');
  });

  it('takes a character that is cut at the very end, or bytes that begin none, for another encoding', async () => {
    expect(await detectEncoding(raw(Buffer.from('a\n€').subarray(0, 4)))).toBe('windows-1252');
    expect(await detectEncoding(raw(Buffer.concat([Buffer.alloc(1024 * 1024, 97), Buffer.of(0x80, 10)])))).toBe(
      'windows-1252',
    );
  });

  it('refuses what is not text, naming the byte', async () => {
    await expect(detectEncoding(raw(new Uint8Array([65, 66, 0, 67])))).rejects.toThrow('byte 3 is 0');
  });
});
