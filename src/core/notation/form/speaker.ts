import type { Vocabulary } from './cursor.js';

/** What is known while something is printed: it is read again by the same. */
export class Speaker {
  /** The variable whose codes are spoken of. */
  about: string | null;

  constructor(
    readonly vocabulary: Vocabulary,
    about: string | null = null,
  ) {
    this.about = about;
  }

  /** Tries to say something; where it cannot be said so, what is spoken of stays. */
  attempt(say: () => readonly string[] | null): readonly string[] | null {
    const { about } = this;
    const said = say();
    if (!said) this.about = about;
    return said;
  }
}
