import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CLIENT, freePort, goer, type Office, SECRET, startOffice } from './office.js';
import { temporaryStore } from './server.js';
import { firstOne, invited, type Person, startTeamServer, type TeamServer } from './team.js';

const home = temporaryStore();
let office: Office;
let server: TeamServer;
let ada: Person;

const KNOWN = {
  ben: { email: 'ben.reed@example.org', name: 'Ben Reed', email_verified: true },
  cy: { email: 'cy@office.example', name: 'Cy Fern', email_verified: true },
  eve: { email: 'eve@elsewhere.example', name: 'Eve', email_verified: true },
  fay: { email: 'ada.moss@example.org', name: 'Not Ada', email_verified: false },
};

beforeAll(async () => {
  const port = await freePort();
  office = await startOffice(`http://127.0.0.1:${port}/sign-in/return`, KNOWN);
  server = await startTeamServer(home.store, ['--port', String(port)], {
    HATCH_COUNT_OPEN_ID_ISSUER: office.issuer,
    HATCH_COUNT_OPEN_ID_CLIENT: CLIENT,
    HATCH_COUNT_OPEN_ID_SECRET: SECRET,
    HATCH_COUNT_OPEN_ID_NAME: 'the allotment office',
    HATCH_COUNT_OPEN_ID_ADMITS: 'office.example',
  });
  ada = await firstOne(server);
});

afterAll(async () => {
  await server.stop();
  await office.close();
  home.remove();
});

/** Signs somebody in at the office, up to where that leads. */
async function comeBy(name: string, then = '/studies') {
  const browser = goer();
  const form = await browser.go(`${server.address}/sign-in/office?then=${encodeURIComponent(then)}`);
  const action = /action="([^"]+)"/.exec(form.text)?.[1] ?? '';
  const consent = await browser.go(new URL(action, form.at).href, { prompt: 'login', login: name, password: 'any' });
  const again = /action="([^"]+)"/.exec(consent.text)?.[1];
  const end = again === undefined ? consent : await browser.go(new URL(again, consent.at).href, { prompt: 'consent' });
  const me = async () => {
    const cookie = [...browser.jarOf(server.address)].map(([key, value]) => `${key}=${value}`).join('; ');
    const response = await fetch(`${server.address}/api/v1/me`, { headers: { cookie } });
    return (await response.json()) as { person: { id: number; name: string } | null };
  };
  return { end, me };
}

describe('the office’s own sign-in', () => {
  it('is offered by its name', async () => {
    expect((await ada.call('GET', '/me')).body).toMatchObject({ openId: 'the allotment office' });
  });

  it('lets in whom it admits, back to the page that they asked for, and the same person the next time', async () => {
    const first = await comeBy('cy', '/account');
    expect(first.end.at).toBe(`${server.address}/account`);
    const { person } = await first.me();
    expect(person?.name).toBe('Cy Fern');
    expect((await (await comeBy('cy')).me()).person?.id).toBe(person?.id);
  });

  it('is the same person as who was invited by that address', async () => {
    const ben = await invited(server, ada, 'Ben Reed', 'reads');
    expect((await (await comeBy('ben')).me()).person?.id).toBe(ben.id);
  });

  it('lets in nobody who is neither invited nor admitted, and none by an address that nobody looked at', async () => {
    for (const name of ['eve', 'fay']) {
      const { end, me } = await comeBy(name);
      expect(new URL(end.at).searchParams.get('refused')).toContain('not invited here');
      expect((await me()).person).toBeNull();
    }
  });

  it('is no use to a browser that did not begin it', async () => {
    const answer = await goer().go(`${server.address}/sign-in/return?code=stolen&state=stolen`);
    expect(new URL(answer.at).searchParams.get('refused')).toContain('cannot be used');
  });

  it('shuts out whom an administrator shut out', async () => {
    const { me } = await comeBy('cy');
    const { person } = await me();
    await ada.call('PATCH', `/people/${person?.id ?? 0}`, { shutOut: true });
    expect((await me()).person).toBeNull();
    const { end } = await comeBy('cy');
    expect(new URL(end.at).searchParams.get('refused')).toContain('not invited here');
  });
});
