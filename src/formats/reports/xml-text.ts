// Signs that no XML can hold, and halves of pairs that stand alone.
// eslint-disable-next-line no-control-regex
const FORBIDDEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|\p{Surrogate}/gu;

/**
 * A text as an XML file can hold it; in place of signs that it cannot, the sign for what cannot be shown.
 * @example xmlText('a\u0001b') // 'a\ufffdb'
 */
export const xmlText = (text: string): string => text.replace(FORBIDDEN, '\ufffd');
