import { Fault } from './fault.js';

/** What is told of a text that is not JSON. */
export const notJson = (error: unknown): Fault => {
  const what = error instanceof Error ? error.message : '';
  return new Fault('invalid', `The body is not JSON: ${what}.`, 'Mend the JSON.');
};

/** What a text in JSON says. @throws Fault where it is not JSON */
export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw notJson(error);
  }
}
