/** An answer that is JSON already, in UTF-8: a thread wrote it, so that the server need not. */
export class JsonText {
  constructor(readonly bytes: Uint8Array<ArrayBuffer>) {}

  /** As a text. */
  get text(): string {
    return new TextDecoder().decode(this.bytes);
  }
}

/** An answer as JSON, in bytes of its own that can be handed from thread to thread. */
export const jsonBytes = (answer: unknown): Uint8Array<ArrayBuffer> => new TextEncoder().encode(JSON.stringify(answer));
