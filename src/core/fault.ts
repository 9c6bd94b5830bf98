/** What went wrong, as a kind that every interface can translate (an HTTP status, an exit code). */
export const FAULT_KINDS = [
  'invalid',
  'not-found',
  'conflict',
  'stale',
  'too-large',
  'unsupported',
  // A study's file is not as it was written.
  'damaged',
  // More is asked for than can be done now.
  'busy',
  // The store takes nothing: the disk is full, or the folder cannot be written.
  'store',
  // Nobody is signed in.
  'signed-out',
  // Whoever is signed in may not do it.
  'forbidden',
  // It was asked for too often.
  'too-often',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

/** Where in the input it went wrong. Every part is optional; lines and columns count from 1. */
export interface FaultPlace {
  file?: string | undefined;
  line?: number | undefined;
  column?: number | undefined;
  variable?: string | undefined;
  code?: string | undefined;
  cell?: { row: number; column: number } | undefined;
  field?: string | undefined;
}

/** The pages and the command line are bundled apart; a Fault of the one is one of the other too. */
const BRAND = Symbol.for('hatch-count.fault');

/**
 * An error that a user can act on: what is wrong (`message`), where (`place`) and how to mend it (`mend`).
 * Anything thrown that is not a Fault is a defect of ours.
 */
export class Fault extends Error {
  readonly [BRAND] = true;
  readonly kind: FaultKind;
  readonly mend: string;
  readonly place: FaultPlace;

  constructor(kind: FaultKind, message: string, mend: string, place: FaultPlace = {}) {
    super(message);
    this.name = 'Fault';
    this.kind = kind;
    this.mend = mend;
    this.place = place;
  }

  static override [Symbol.hasInstance](value: unknown): boolean {
    return typeof value === 'object' && value !== null && BRAND in value;
  }
}
