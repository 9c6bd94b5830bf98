/**
 * What an operation is called in the log: the words of its id.
 * @example sayAct('exportStudy') // 'Export study'
 */
export function sayAct(act: string): string {
  const words = act.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}
