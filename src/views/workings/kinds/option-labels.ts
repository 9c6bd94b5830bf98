/** Labels of options, without the words that all of them begin with: "Grows beans", "Grows onions": Beans, Onions. */
export function optionLabels(titles: readonly string[]): string[] {
  if (titles.length < 2) return [...titles];
  const words = titles.map((title) => title.split(' '));
  let shared = 0;
  while (words.every((word) => word.length > shared + 1 && word[shared] === words[0]?.[shared])) shared++;
  return words.map((word) => {
    const rest = word.slice(shared).join(' ');
    return rest.charAt(0).toUpperCase() + rest.slice(1);
  });
}
