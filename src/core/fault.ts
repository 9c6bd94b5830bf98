/** What went wrong, as a kind that every interface can translate (an HTTP status, an exit code). */
export type FaultKind = 'invalid' | 'not-found' | 'conflict' | 'too-large' | 'unsupported';

/** Where in the input it went wrong. Every part is optional; lines and columns count from 1. */
export interface Place {
  file?: string;
  line?: number;
  column?: number;
  variable?: string;
  code?: string;
  cell?: { row: number; column: number };
  field?: string;
}

/**
 * An error that a user can act on: what is wrong (`message`), where (`place`) and how to mend it (`mend`).
 * Anything thrown that is not a Fault is a defect of ours.
 */
export class Fault extends Error {
  readonly kind: FaultKind;
  readonly mend: string;
  readonly place: Place;

  constructor(kind: FaultKind, message: string, mend: string, place: Place = {}) {
    super(message);
    this.name = 'Fault';
    this.kind = kind;
    this.mend = mend;
    this.place = place;
  }
}
