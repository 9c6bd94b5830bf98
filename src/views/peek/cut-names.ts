/** A variable that a text may name. */
export interface NamedHere {
  id: number;
  title: string;
}

export interface TextPart {
  text: string;
  /** The variable that it names; null: words between. */
  id: number | null;
}

const isWord = (sign: string | undefined) => sign !== undefined && /[\p{L}\p{N}]/u.test(sign);

/** Cuts a text at the names of variables, where they stand as words of their own; of two that fit, the longer. */
export function cutNames(text: string, names: readonly NamedHere[]): TextPart[] {
  const wanted = names.filter(({ title }) => title !== '').sort((a, b) => b.title.length - a.title.length);
  const parts: TextPart[] = [];
  let plain = '';
  for (let k = 0; k < text.length;) {
    const match = isWord(text[k - 1])
      ? undefined
      : wanted.find(
          ({ title }) => text.startsWith(title, k) && !(isWord(title.at(-1)) && isWord(text[k + title.length])),
        );
    if (match) {
      if (plain !== '') parts.push({ text: plain, id: null });
      plain = '';
      parts.push({ text: match.title, id: match.id });
      k += match.title.length;
    } else plain += text[k++]!;
  }
  if (plain !== '') parts.push({ text: plain, id: null });
  return parts;
}
