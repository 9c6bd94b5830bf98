import { describe, expect, it } from 'vitest';
import { personLimits } from './person-limits.js';

const limits = () => personLimits({ requests: 3, intakes: 2, bytes: 1000 });

describe('what one person may ask of the server', () => {
  it('is so many requests in a minute, and each has their own', async () => {
    const { request } = limits();
    for (let k = 0; k < 3; k++) await request(1);
    await expect(request(1)).rejects.toMatchObject({ kind: 'too-often' });
    await expect(request(2)).resolves.toBeUndefined();
  });

  it('is so many files that wait, and so many bytes in a day', async () => {
    const { file } = limits();
    await file(1, 1, 600);
    await expect(file(1, 2, 1)).rejects.toThrow('2 of your files wait');
    await expect(file(1, 0, 600)).rejects.toThrow('were sent today');
    await expect(file(2, 0, 600)).resolves.toBeUndefined();
  });
});
