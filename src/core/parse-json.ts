import { Fault } from './fault.js';

/** What a text in JSON says. @throws Fault where it is not JSON */
export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    const what = error instanceof Error ? error.message : '';
    throw new Fault('invalid', `The body is not JSON: ${what}.`, 'Mend the JSON.');
  }
}
