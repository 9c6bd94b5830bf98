import { readFileSync } from 'node:fs';
import { Fault } from '../core/fault.js';
import type { OpenIdSettings } from '../service/team/open-id-settings.js';
import type { Settings } from './settings.js';

function secretOf({ openIdSecret, openIdSecretFile }: Settings): string {
  if (openIdSecret !== undefined) return openIdSecret;
  const file = openIdSecretFile ?? '';
  try {
    return readFileSync(file, 'utf8').trim();
  } catch {
    throw new Fault('not-found', `The secret of the office’s sign-in cannot be read from ${file}.`, 'Check the path.', {
      file,
    });
  }
}

/** The office's own sign-in out of the settings; null: there is none. @throws Fault where its secret cannot be read */
export function openIdOf(settings: Settings): OpenIdSettings | null {
  const { openIdIssuer: issuer, openIdClient: clientId, openIdName: name, openIdAdmits: admits } = settings;
  if (issuer === undefined || clientId === undefined) return null;
  return { issuer, clientId, clientSecret: secretOf(settings), name, admits };
}
