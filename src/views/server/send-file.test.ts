// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sendFile } from './send-file.js';

/** A request that is sent nowhere: the test says what comes of it. */
class FakeRequest {
  static last: FakeRequest;
  status = 0;
  responseText = '';
  sent: unknown = null;
  readonly headers: Record<string, string> = {};
  readonly asked: string[] = [];
  readonly upload: { onprogress?: (event: { loaded: number; total: number }) => void } = {};
  onload?: () => void;
  onerror?: () => void;
  onabort?: () => void;
  constructor() {
    FakeRequest.last = this;
  }
  open(method: string, address: string) {
    this.asked.push(method, address);
  }
  setRequestHeader(name: string, value: string) {
    this.headers[name] = value;
  }
  send(body: unknown) {
    this.sent = body;
  }
  abort() {
    this.onabort?.();
  }
  answer(status: number, text: string) {
    this.status = status;
    this.responseText = text;
    this.onload?.();
  }
}

const FILE = new File(['a,b\n1,2\n'], 'plots & sheds.csv');
const start = () => {
  vi.stubGlobal('XMLHttpRequest', FakeRequest);
  const shares: number[] = [];
  const sending = sendFile(FILE, (share) => shares.push(share));
  return { ...sending, shares, request: FakeRequest.last };
};

afterEach(() => vi.unstubAllGlobals());

describe('a file that is sent', () => {
  it('goes as it is, under its name, and tells how much of it has gone', async () => {
    const { intake, shares, request } = start();
    expect(request.asked[0]).toBe('POST');
    expect(new URLSearchParams(request.asked[1]?.split('?')[1]).get('file')).toBe('plots & sheds.csv');
    expect([request.sent, request.headers['content-type']]).toEqual([FILE, 'application/octet-stream']);
    request.upload.onprogress?.({ loaded: 2, total: 8 });
    request.upload.onprogress?.({ loaded: 0, total: 0 });
    expect(shares).toEqual([0.25, 0]);
    request.answer(201, JSON.stringify({ id: 'x' }));
    await expect(intake).resolves.toEqual({ id: 'x' });
  });

  it('is refused with the server’s own words', async () => {
    const { intake, request } = start();
    request.answer(413, JSON.stringify({ detail: 'It is too large.', mend: 'Split it.', place: {} }));
    await expect(intake).rejects.toMatchObject({ message: 'It is too large.', mend: 'Split it.' });
  });

  it('says where nothing usable came, and where nobody answers', async () => {
    const first = start();
    first.request.answer(502, '<html>');
    await expect(first.intake).rejects.toMatchObject({ message: 'The server gave no usable answer.' });
    const second = start();
    second.request.onerror?.();
    await expect(second.intake).rejects.toMatchObject({ mend: 'See that Hatch Count is still running.' });
  });

  it('can be broken off', async () => {
    const { intake, cancel } = start();
    cancel();
    await expect(intake).rejects.toMatchObject({ name: 'AbortError' });
  });
});
