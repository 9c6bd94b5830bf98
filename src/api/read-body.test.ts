import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faultOf } from '../service/test-study.js';
import { MOST_BYTES, readBody, readBytes } from './read-body.js';

const request = (body: string, type = 'application/json') =>
  new Request('http://x/', { method: 'POST', body, headers: { 'content-type': type } });

const LONG = 'x'.repeat(300_000);

describe('a body', () => {
  it('is what its JSON says, short or long', async () => {
    expect(await readBody(request('{"a":[1,null,"\\u00e9"]}'))).toEqual({ a: [1, null, 'é'] });
    await fc.assert(
      fc.asyncProperty(fc.jsonValue(), async (value) => {
        const text = JSON.stringify({ long: LONG, value });
        expect(await readBody(request(text))).toEqual(JSON.parse(text));
      }),
      { numRuns: 30 },
    );
  });

  it('that is long is read in pieces: others are served in between', async () => {
    let turns = 0;
    const turning = setInterval(() => turns++, 0);
    await readBody(request(JSON.stringify(Array.from({ length: 400_000 }, (_, k) => k))));
    clearInterval(turning);
    expect(turns).toBeGreaterThan(5);
  });

  it('is refused where it is not JSON, or is cut, by what is wrong', async () => {
    for (const text of ['{', '[1,', `["${LONG}"`, `["${LONG}"] x`, `{"a":"${LONG}",}`, ''])
      expect((await faultOf(readBody(request(text)))).message, text.slice(-20)).toContain('The body is not JSON');
    const deep = `["${LONG} [[[ \\" [[",${'['.repeat(300)}${']'.repeat(300)}]`;
    expect((await faultOf(readBody(request(deep)))).message).toBe('The body is nested deeper than 200.');
    expect((await faultOf(readBody(request('{}', 'text/plain')))).kind).toBe('unsupported');
  });

  it('is refused where it is too large, with the way to send it', async () => {
    const fault = await faultOf(readBody(request(`"${'x'.repeat(MOST_BYTES)}"`)));
    expect([fault.kind, fault.message]).toEqual(['too-large', 'The body is larger than 8 MiB.']);
    expect(fault.mend).toContain('in parts');
    expect(await readBytes(request('"abc"'), 5)).toHaveLength(5);
    expect((await faultOf(readBytes(request('"abcd"'), 5))).kind).toBe('too-large');
  });
});
