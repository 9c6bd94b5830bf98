import type { Intake, ProblemBody } from '../../api/types.js';
import { addressOf } from './address.js';
import { newKey } from './new-key.js';
import { ProblemError } from './problem.js';

/** Sends a file, telling how much of it has gone (0 to 1). */
export function sendFile(
  file: File,
  progress: (share: number) => void,
): { intake: Promise<Intake>; cancel: () => void } {
  const request = new XMLHttpRequest();
  const intake = new Promise<Intake>((resolve, reject) => {
    const { method, address } = addressOf('POST /intakes', { file });
    request.open(method, address);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.setRequestHeader('idempotency-key', `"${newKey()}"`);
    request.upload.onprogress = ({ loaded, total }) => progress(total > 0 ? loaded / total : 0);
    request.onload = () => {
      try {
        const body: unknown = JSON.parse(request.responseText);
        if (request.status === 201) resolve(body as Intake);
        else reject(new ProblemError(body as ProblemBody));
      } catch {
        reject(new ProblemError({ detail: 'The server gave no usable answer.', mend: 'Try again.', place: {} }));
      }
    };
    request.onerror = () =>
      reject(
        new ProblemError({
          detail: 'The server does not answer.',
          mend: 'See that Hatch Count is still running.',
          place: {},
        }),
      );
    request.onabort = () => reject(new DOMException('cancelled', 'AbortError'));
    request.send(file);
  });
  return { intake, cancel: () => request.abort() };
}
