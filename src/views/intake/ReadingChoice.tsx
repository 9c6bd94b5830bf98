import type { Layout } from '../../api/types.js';
import { numberText } from '../../core/codebook/numeric.js';
import { InlineButton } from '../../kit/kit.js';
import { type Column, readNumbersAs } from './decisions.js';

interface Props {
  column: Column;
  layout: Layout;
  changeLayout: (layout: Layout) => void;
}

/** The one click that has a column's numbers read in the other way, or as they were found to be read. */
export function ReadingChoice({ column: { name, numbers }, layout, changeLayout }: Props) {
  const choose = (reading: '.' | ',' | 'plain' | null) => changeLayout(readNumbersAs(layout, [{ name, reading }]));
  if (layout.numbers?.[name] !== undefined)
    return <InlineButton onClick={() => choose(null)}>Numbers as found</InlineButton>;
  if (!numbers) return null;
  const { other } = numbers;
  const words =
    numbers.as === null ? 'Read as numbers' : other.as === null ? 'Keep as text' : `Read as ${numberText(other.as)}`;
  return <InlineButton onClick={() => choose(other.reading)}>{words}</InlineButton>;
}
