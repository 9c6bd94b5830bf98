import { describe, expect, it } from 'vitest';
import { checkPassword, isPassword, keptPassword } from './password.js';

describe('a password', () => {
  it('is told from any other by what is kept of it, which holds none of it and is never twice the same', async () => {
    const kept = await keptPassword('seven wet spades');
    expect(kept).toMatch(/^scrypt\$32768\$8\$1\$/);
    expect(kept).not.toContain('spades');
    expect(await keptPassword('seven wet spades')).not.toBe(kept);
    expect(await isPassword('seven wet spades', kept)).toBe(true);
    expect(await isPassword('seven wet spade', kept)).toBe(false);
    expect(await isPassword('', null)).toBe(false);
  });

  it('is the same however its letters were put together', async () => {
    expect(
      await isPassword('Gie\u00dfkannen f\u00fcr alle', await keptPassword('Gie\u00dfkannen fu\u0308r alle')),
    ).toBe(true);
  });

  it.each(['short', 'x'.repeat(201), 'aaaabbbbaaaa', 'ADA@example.org'])('is not taken where it is %j', (password) => {
    expect(() => checkPassword(password, { name: 'Ada Moss', email: 'ada@example.org' })).toThrow();
  });
});
