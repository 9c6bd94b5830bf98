import { describe, expect, it } from 'vitest';
import { read } from './files.fixtures.js';

describe('rows in JSON', () => {
  it('are objects in an array or one a line; nested fields and lists have columns of their own', async () => {
    const people = [
      { id: 1, plot: { site: 'Mill Row', size: 2.5 }, grows: ['beans', 'kale'] },
      { id: 2, plot: { site: 'Weir "End"' }, grows: [], happy: true, note: null },
      { id: 3, grows: ['peas', 'beans', 'kale'], odd: [{ a: 1 }] },
    ];
    const names = ['id', 'plot.site', 'plot.size', 'grows_1', 'grows_2', 'grows_3', 'happy', 'note', 'odd'];
    const cells = [
      ['1', 'Mill Row', '2.5', 'beans', 'kale', '', '', '', ''],
      ['2', 'Weir "End"', '', '', '', '', 'true', '', ''],
      ['3', '', '', 'peas', 'beans', 'kale', '', '', '[{"a":1}]'],
    ];
    for (const text of [JSON.stringify(people, null, 1), people.map((item) => JSON.stringify(item)).join('\n')]) {
      expect(await read(text)).toMatchObject({ names, cells, share: 1 });
    }
  });

  it('name the line or element that cannot be read', async () => {
    await expect(read('{"a":1}\n{"a":\n')).rejects.toThrow('not JSON at line 2');
    await expect(read('{"a":1}\n7\n')).rejects.toThrow('Row 2 of x is not an object');
    await expect(read('[{"a":1},{"a":}]')).rejects.toThrow('element 2');
    await expect(read('[{"a":1},{"a":2}')).rejects.toThrow('the array is not closed');
  });
});
