import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { KeptWorking } from '../src/api/types.js';
import { ownLayer } from '../src/core/team/layer-id.js';
import { temporaryStore } from './server.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { firstOne, invited, type Person, startTeamServer, type TeamServer } from './team.js';

const home = temporaryStore();
let server: TeamServer;
let ada: Person;
let ben: Person;
let cy: Person;
beforeAll(async () => {
  server = await startTeamServer(home.store);
  ada = await firstOne(server);
  ben = await invited(server, ada, 'Ben Reed', 'tabulates');
  cy = await invited(server, ada, 'Cy Hart', 'reads');
});
afterAll(async () => {
  await server.stop();
  home.remove();
});

interface Event {
  is: 'here' | 'changed';
  name?: string;
  words?: string;
}

/** What somebody who has a page of the demo study open is told, one after the other. */
async function eventsOf(who: Person): Promise<{ changed: () => Promise<Event>; leave: () => Promise<void> }> {
  const response = await fetch(`${server.address}/api/v1/studies/${DEMO_STUDY}/events`, {
    headers: { cookie: who.cookie ?? '' },
  });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  const next = async (): Promise<Event> => {
    for (;;) {
      const end = text.indexOf('\n\n');
      const line = text.slice(0, Math.max(0, end));
      text = end < 0 ? text : text.slice(end + 2);
      if (line.startsWith('data: ')) return JSON.parse(line.slice('data: '.length)) as Event;
      if (end < 0) text += (await reader.read()).value ?? '';
    }
  };
  return {
    changed: async () => {
      for (;;) {
        const event = await next();
        if (event.is === 'changed') return event;
      }
    },
    leave: () => reader.cancel(),
  };
}

describe('who has a study open', () => {
  it('is told what was changed by whom, wherever it was asked for, and nothing of own layers', async () => {
    const { changed, leave } = await eventsOf(cy);
    const own = ownLayer(DEMO_STUDY, ben.id);
    const recipe = { kind: 'flags', source: 2, codes: ['1'], yes: 'Yes', no: 'No' };
    const made = await ben.call<KeptWorking>('POST', `/studies/${own}/workings`, {
      name: '',
      label: 'On site 1',
      recipe,
    });
    expect(made.status).toBe(201);
    const entry = (await ben.call<{ id: number }[]>('GET', `/studies/${own}/ledger`)).body.at(-1)?.id ?? 0;
    interface Layer {
      offers: { id: number }[];
    }
    const { body } = await ben.call<Layer>('POST', `/studies/${own}/offers`, { entries: [entry] });
    // Ada looks at it in her own layer, and while Ben only looks, takes it.
    const offer = `/studies/${ownLayer(DEMO_STUDY, ada.id)}/offers/${body.offers[0]?.id ?? 0}`;
    const looks = Array.from({ length: 8 }, () => ben.call('GET', `/studies/${DEMO_STUDY}`));
    expect((await ada.call('PUT', offer, { is: 'accepted' })).status).toBe(200);
    await Promise.all(looks);
    expect(await changed()).toMatchObject({ name: 'Ada Moss', words: expect.stringContaining('On site 1') as string });
    await ada.call('PATCH', `/studies/${DEMO_STUDY}/variables/2`, { label: 'Which site' });
    expect(await changed()).toMatchObject({
      name: 'Ada Moss',
      words: expect.stringContaining('Which site') as string,
    });
    await leave();
  });
});
