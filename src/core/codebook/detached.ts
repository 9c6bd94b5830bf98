/** A copy that does not hold on to the piece of file that the text was cut from. */
export function detached(text: string): string {
  return text.length < 13 ? text : (JSON.parse(JSON.stringify(text)) as string);
}
