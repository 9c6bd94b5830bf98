declare module 'wawoff2' {
  /** A font of a page as a font of a machine. */
  export function decompress(packed: Uint8Array): Promise<Uint8Array>;
}
