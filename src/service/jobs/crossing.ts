import { knownFault } from '../store-fault.js';
import { Fault, type FaultKind, type FaultPlace } from '../../core/fault.js';

/** A Fault as it crosses from a thread or a process, where classes are lost. */
export interface PlainFault {
  kind: FaultKind;
  message: string;
  mend: string;
  place: FaultPlace;
}

/** What came of a job: what it gives, or what can be mended. */
export type Envelope<T> = { ok: true; value: T } | { ok: false; fault: PlainFault };

/** A Fault in plain parts, or what the system does not allow. @throws anything else as it is */
export function plainFault(error: unknown): PlainFault {
  const fault = knownFault(error);
  if (!fault) throw error;
  const { kind, message, mend, place } = fault;
  return { kind, message, mend, place };
}

/** What some work comes to, ready to cross. @throws what is no Fault */
export async function enveloped<T>(work: () => T | Promise<T>): Promise<Envelope<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    return { ok: false, fault: plainFault(error) };
  }
}

/** What is in an envelope. @throws Fault where that is one */
export function unwrapped<T>(envelope: Envelope<T>): T {
  if (envelope.ok) return envelope.value;
  const { kind, message, mend, place } = envelope.fault;
  throw new Fault(kind, message, mend, place);
}
