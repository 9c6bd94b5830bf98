import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StudyView } from '../src/api/types.js';
import { bodyAbout } from '../src/core/table/sentence-shape.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { temporaryStore } from './server.js';
import { firstOne, invited, mailOf, PASSWORD, type Person, person, startTeamServer, type TeamServer } from './team.js';

const home = temporaryStore();
let server: TeamServer;
let ada: Person;
let ben: Person;

beforeAll(async () => {
  server = await startTeamServer(home.store);
  ada = await firstOne(server);
  ben = await invited(server, ada, 'Ben Reed', 'tabulates');
});

afterAll(async () => {
  await server.stop();
  home.remove();
});

const signIn = (who: Person, password = PASSWORD) =>
  who.call<{ detail: string }>('POST', '/sign-in', { email: mailOf(who.name), password });

describe('a session', () => {
  it('is another one after each sign-in, and one that was brought along is none', async () => {
    const eve = person(server, 'Ben Reed');
    const name = ben.cookie?.split('=')[0] ?? '';
    const planted = `${name}=${'A'.repeat(43)}`;
    eve.cookie = planted;
    expect((await eve.call('GET', '/studies')).status).toBe(401);
    expect((await signIn(eve)).status).toBe(200);
    expect(eve.cookie).not.toBe(planted);
    const first = eve.cookie;
    await signIn(eve);
    expect(eve.cookie).not.toBe(first);
  });

  it('cannot be forged: nothing but the secret itself is one', async () => {
    const secret = ben.cookie?.split('=')[1] ?? '';
    const name = ben.cookie?.split('=')[0] ?? '';
    const forged = [secret.slice(1), `${secret}A`, secret.toUpperCase(), '1', `${secret.slice(0, -1)}_`, "' OR 1=1 --"];
    for (const value of forged) {
      const eve = person(server, 'Eve');
      eve.cookie = `${name}=${value}`;
      expect((await eve.call('GET', '/me')).body).toMatchObject({ person: null });
      expect((await eve.call('GET', '/studies')).status).toBe(401);
    }
  });

  it('is hidden from scripts and from other sites', async () => {
    const response = await fetch(`${server.address}/api/v1/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: mailOf('Ben Reed'), password: PASSWORD }),
    });
    expect(response.headers.get('set-cookie')).toMatch(/; Path=\/; HttpOnly; SameSite=Lax$/);
  });

  it('ends where its owner ends it, at one place or at all', async () => {
    const [here, there] = [person(server, 'Ben Reed'), person(server, 'Ben Reed')];
    await signIn(here);
    await signIn(there);
    await here.call('POST', '/sign-out');
    const kept = here.cookie;
    here.cookie = kept;
    expect((await here.call('GET', '/studies')).status).toBe(401);
    expect((await there.call('GET', '/studies')).status).toBe(200);
    await there.call('POST', '/sign-out-everywhere');
    expect((await ben.call('GET', '/studies')).status).toBe(401);
    await signIn(ben);
  });

  it('is no use to another page, which cannot have it sent', async () => {
    const foreign = { origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' };
    const { status } = await ada.call('PATCH', `/studies/${DEMO_STUDY}`, { name: 'Taken' }, foreign);
    expect(status).toBe(403);
    expect((await ada.call<{ study: { name: string } }>('GET', `/studies/${DEMO_STUDY}`)).body.study.name).not.toBe(
      'Taken',
    );
  });
});

describe('a password', () => {
  it('is not told from a name that nobody has', async () => {
    const [wrong, nobody] = [person(server, 'Ben Reed'), person(server, 'Nobody Here')];
    const [first, second] = [await signIn(wrong, 'not this one at all'), await signIn(nobody, 'not this one at all')];
    expect(first.status).toBe(401);
    expect(second).toEqual(first);
  });

  it('cannot be tried for ever', async () => {
    const cy = await invited(server, ada, 'Cy Fern', 'reads');
    const eve = person(server, 'Cy Fern');
    const statuses = [];
    for (let k = 0; k < 12; k++) statuses.push((await signIn(eve, `guess number ${k}`)).status);
    expect(statuses.slice(-2)).toEqual([429, 429]);
    // Who is in already is not put out by it.
    expect((await cy.call('GET', '/studies')).status).toBe(200);
  });

  it('is not taken where it is short, or easily guessed', async () => {
    const { body } = await ada.call<{ path: string }>('POST', '/invitations', { name: 'Di', email: 'di@example.org' });
    const invitation = body.path.split('#')[1] ?? '';
    for (const password of ['short', 'aaaaaaaaaaaaaa', 'di@example.org']) {
      const { status } = await person(server, 'Di').call('POST', '/join', { invitation, name: 'Di', password });
      expect(status).toBe(400);
    }
  });
});

describe('an invitation', () => {
  it('works once, and not when it was taken back', async () => {
    const eve = person(server, 'Eve');
    const first = await eve.call('POST', '/join', {
      invitation: server.first,
      name: 'Eve',
      email: 'eve@example.org',
      password: PASSWORD,
    });
    expect(first.status).toBe(404);
    const made = await ada.call<{ id: number; path: string }>('POST', '/invitations', {
      name: 'Fay',
      email: 'fay@example.org',
    });
    await ada.call('DELETE', `/invitations/${made.body.id}`);
    const invitation = made.body.path.split('#')[1];
    expect((await eve.call('POST', '/join', { invitation, name: 'Fay', password: PASSWORD })).status).toBe(404);
  });

  it('is told once: no list and no log has its secret', async () => {
    await ada.call('POST', '/invitations', { name: 'Gus', email: 'gus@example.org' });
    const list = JSON.stringify((await ada.call('GET', '/invitations')).body);
    expect(list).toContain('gus@example.org');
    expect(list).not.toMatch(/[\w-]{43}/);
    expect(JSON.stringify((await ada.call('GET', '/audit')).body)).not.toMatch(/[\w-]{43}/);
  });
});

describe('what is not one’s own', () => {
  it('cannot be guessed: a study without a part in it is as one that is not there', async () => {
    const hal = await invited(server, ada, 'Hal Marsh', null);
    expect((await hal.call('GET', '/studies')).body).toEqual([]);
    const there = await hal.call<{ detail: string }>('GET', `/studies/${DEMO_STUDY}`);
    const not = await hal.call<{ detail: string }>('GET', '/studies/no-such-study');
    expect([there.status, not.status]).toEqual([404, 404]);
    expect(there.body.detail.replace(DEMO_STUDY, '')).toBe(not.body.detail.replace('no-such-study', ''));
    const page = await fetch(`${server.address}/studies/${DEMO_STUDY}/tables`, {
      headers: { cookie: hal.cookie ?? '' },
    });
    expect(page.status).toBe(404);
  });

  it('is not in a file of somebody else that waits, and not in a layer of theirs', async () => {
    const sent = await fetch(`${server.address}/api/v1/intakes?file=a.csv`, {
      method: 'POST',
      body: 'q\n1\n2\n',
      headers: { cookie: ben.cookie ?? '' },
    });
    const { id } = (await sent.json()) as { id: string };
    expect((await ben.call('GET', `/intakes/${id}`)).status).toBe(200);
    expect((await ada.call('GET', `/intakes/${id}`)).status).toBe(404);
    expect((await ada.call<unknown[]>('GET', '/intakes')).body).toEqual([]);
    expect((await ada.call('GET', `/studies/${DEMO_STUDY}~${ben.id}`)).status).toBe(404);
  });

  it('is not led to by a sign-in that asks for another site', async () => {
    const response = await fetch(`${server.address}/sign-in?then=//evil.example/`, {
      redirect: 'manual',
      headers: { cookie: ada.cookie ?? '' },
    });
    expect(response.headers.get('location')).toBe('/studies');
  });
});

describe('what a study hands out', () => {
  it('is kept back where it says so: respondents by role, tables below a base', async () => {
    const reader = await invited(server, ada, 'Ida Lane', 'reads');
    const rows = () => reader.call('POST', `/studies/${DEMO_STUDY}/respondents`, { variables: [1] });
    expect((await rows()).status).toBe(403);
    const { variables } = (await ada.call<StudyView>('GET', `/studies/${DEMO_STUDY}`)).body;
    const [years = 0, age = 0] = ['years', 'age'].map((name) => variables.find((own) => own.name === name)?.id);
    const drawn = (of: string) =>
      reader.call('POST', `/studies/${DEMO_STUDY}/spread`, { ...bodyAbout(years, { by: age }), of });
    expect((await drawn('pairs')).status).toBe(403);
    const sentence = encodeURIComponent(JSON.stringify(bodyAbout(2)));
    const table = () => reader.call(`GET`, `/studies/${DEMO_STUDY}/table.csv?sentence=${sentence}`);
    expect((await table()).status).toBe(200);
    await ada.call('PUT', `/studies/${DEMO_STUDY}/protection`, { rows: 'reads', leastBase: 5000 });
    expect((await rows()).status).not.toBe(403);
    expect((await drawn('pairs')).status).toBe(200);
    const refused = await table();
    expect(refused.status).toBe(403);
    expect(JSON.stringify(refused.body)).toContain('hands out tables on 5000 and more');
    await ada.call('PUT', `/studies/${DEMO_STUDY}/protection`, { rows: 'tabulates', leastBase: 0 });
  });

  it('is written into a log that says who, from where, and what was refused', async () => {
    const { body } = await ada.call<{ name: string; act: string; outcome: string; address: string }[]>('GET', '/audit');
    expect(body).toContainEqual(
      expect.objectContaining({ name: 'Ida Lane', act: 'respondentRows', outcome: 'refused', address: '127.0.0.1' }),
    );
    expect(body).toContainEqual(
      expect.objectContaining({ name: 'Ada Moss', act: 'changeProtection', outcome: 'done' }),
    );
    expect((await ben.call('GET', '/audit')).status).toBe(403);
  });
});
