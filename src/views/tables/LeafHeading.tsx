import type { Leaf } from '../../core/view/types.js';
import { Heading, NetHeading } from './Heading.js';

/** What a line of a row item is called: a category, or a net of several. */
export function LeafHeading({ item, leaf }: { item: number; leaf: Leaf }) {
  const { is, code, label } = leaf;
  const place = { side: 'rows', item } as const;
  if (is === 'net') return <NetHeading place={place} label={code} shown={label} />;
  return <Heading place={place} code={code} label={label} />;
}
