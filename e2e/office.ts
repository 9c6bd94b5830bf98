import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import Provider from 'oidc-provider';

/** An office's own sign-in, as OpenID Connect describes one. */
export interface Office {
  issuer: string;
  close: () => Promise<void>;
}

/** Somebody whom the office knows: what it says of them. */
export type Known = Readonly<Record<string, { email: string; name: string; email_verified: boolean }>>;

export const CLIENT = 'hatch-count';
export const SECRET = 'a secret between two servers, long enough';

const listening = (server: Server, port: number) =>
  new Promise<number>((resolve) => {
    server.listen(port, '127.0.0.1', () => resolve((server.address() as AddressInfo).port));
  });

/** A port that nobody listens on. */
export async function freePort(): Promise<number> {
  const server = createServer();
  const port = await listening(server, 0);
  await new Promise((resolve) => server.close(resolve));
  return port;
}

/** Starts an office's own sign-in that sends browsers back to one address; its form takes a name and any password. */
export async function startOffice(back: string, known: Known): Promise<Office> {
  const port = await freePort();
  const issuer = `http://127.0.0.1:${port}`;
  const provider = new Provider(issuer, {
    clients: [{ client_id: CLIENT, client_secret: SECRET, redirect_uris: [back], grant_types: ['authorization_code'] }],
    claims: { openid: ['sub'], email: ['email', 'email_verified'], profile: ['name'] },
    findAccount: (_, sub) => ({ accountId: sub, claims: () => ({ sub, ...known[sub] }) }),
    cookies: { keys: ['for this test alone'] },
  });
  const handle = provider.callback();
  const server = createServer((request, response) => void handle(request, response));
  await listening(server, port);
  return { issuer, close: () => new Promise((resolve) => server.close(() => resolve())) };
}

/** A browser, as far as it goes from address to address and keeps cookies. */
export function goer() {
  const jars = new Map<string, Map<string, string>>();
  const jarOf = (address: string) => {
    const { host } = new URL(address);
    const jar = jars.get(host) ?? new Map<string, string>();
    jars.set(host, jar);
    return jar;
  };
  const ask = async (address: string, form?: Record<string, string>) => {
    const jar = jarOf(address);
    const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
    const response = await fetch(address, {
      redirect: 'manual',
      method: form ? 'POST' : 'GET',
      headers: { cookie, ...(form ? { 'content-type': 'application/x-www-form-urlencoded' } : {}) },
      ...(form ? { body: new URLSearchParams(form).toString() } : {}),
    });
    for (const set of response.headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(set) ?? [];
      jar.set(name, value);
    }
    return response;
  };
  return {
    jarOf,
    /** Goes where it is sent, until it is sent nowhere. */
    go: async (address: string, form?: Record<string, string>) => {
      let [at, response] = [address, await ask(address, form)];
      for (let k = 0; k < 12; k++) {
        const location = response.headers.get('location');
        if (location === null) break;
        at = new URL(location, at).href;
        response = await ask(at);
      }
      return { at, status: response.status, text: await response.text() };
    },
  };
}
