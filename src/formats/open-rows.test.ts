import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { bundleIn } from './bundle.js';
import { openBytes } from './bytes.js';
import { newPath, put, read } from './files.fixtures.js';
import { openArchive } from './zip.js';

describe('packed files', () => {
  it('are read as what is in them', async () => {
    const { cells, layout } = await read(gzipSync('a;b\n1;x\n2;y\n'));
    expect(layout).toMatchObject({ is: 'delimited', separator: ';' });
    expect(cells).toEqual([
      ['1', 'x'],
      ['2', 'y'],
    ]);
    expect((await read(gzipSync('{"a":1}\n'))).names).toEqual(['a']);
  });

  it('are refused where they are cut short, packed twice or unpack to too much', async () => {
    const whole = gzipSync(`a,b\n${'1,2\n'.repeat(100_000)}`);
    await expect(read(whole.subarray(0, whole.length / 2))).rejects.toThrow('cannot be unpacked');
    await expect(read(gzipSync(gzipSync('a,b\n1,2\n')))).rejects.toThrow('packed once more');
    const path = put(gzipSync(Buffer.alloc(5_000_000)));
    const { chunks } = openBytes({ path, name: 'bomb.gz', gzip: true }, 1_000_000);
    const all = async () => {
      let bytes = 0;
      for await (const chunk of chunks) bytes += chunk.length;
      return bytes;
    };
    await expect(all()).rejects.toThrow('unpacks to more than');
  });

  it('say what they hold, where it is clear which is the data', async () => {
    const archive = async (names: string[]) => {
      const path = newPath('.zip');
      const zip = new yazl.ZipFile();
      for (const name of names) zip.addBuffer(Buffer.from('a\n1\n'), name);
      zip.end();
      const file = createWriteStream(path);
      zip.outputStream.pipe(file);
      await once(file, 'close');
      return openArchive(path, 'x.zip');
    };
    expect(bundleIn(await archive(['w/data.csv', 'w/codebook.xml', '__MACOSX/w/._data.csv']), 'x.zip')).toEqual({
      data: 'w/data.csv',
      codebook: 'w/codebook.xml',
    });
    const two = await archive(['a.csv', 'b.csv']);
    expect(() => bundleIn(two, 'x.zip')).toThrow('2 files that it could be: a.csv, b.csv');
    const none = await archive(['readme.md']);
    expect(() => bundleIn(none, 'x.zip')).toThrow('no data file');
  });
});

describe('what is no table', () => {
  it.each([
    ['%PDF-1.7 …', 'is a PDF'],
    [new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1, 0, 0]), 'old binary kind'],
    ['<?xml version="1.0"?><codeBook/>', 'is XML'],
    [new Uint8Array([65, 44, 66, 10, 0, 1, 2]), 'not a text file: byte 5 is 0'],
    ['', 'is empty'],
  ])('is refused by name', async (content, message) => {
    await expect(read(content)).rejects.toThrow(message);
  });

  it('a line without end is refused before it fills the memory', async () => {
    const endless = Buffer.alloc(40 * 1024 * 1024, 'x');
    await expect(read(endless)).rejects.toThrow('longer than 32 million characters');
    await expect(read(Buffer.concat([Buffer.from('{"a":"'), endless]), { is: 'json', shape: 'lines' })).rejects.toThrow(
      'longer than 32 million',
    );
    await expect(
      read(Buffer.concat([Buffer.from('[{"a":"'), endless]), { is: 'json', shape: 'array' }),
    ).rejects.toThrow('longer than 32 million');
  }, 60_000);
});
