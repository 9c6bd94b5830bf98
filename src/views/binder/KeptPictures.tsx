import { useMemo } from 'react';
import type { Shown } from '../../api/types.js';
import { drawableOf } from '../../charts/table/drawable.js';
import { draw } from '../../charts/table/kinds.js';
import { type DrawnBlock, drawnBlocks } from '../../core/report/drawn-blocks.js';
import type { CountedTable } from '../../core/report/report-table.js';
import { drawnSpreads } from '../../core/spread/drawn-spreads.js';
import { type PictureKind, picturesOf } from '../../core/table/picture-kinds.js';
import { blocksOf, type Sentence, sentenceOfBlock } from '../../core/table/sentence.js';
import { USUAL_WIDE } from '../../core/table/shown-shape.js';
import { CONFIDENCE } from '../../core/view/block-view.js';
import { Problem, Wait } from '../../kit/kit.js';
import { Svg } from '../../kit/Svg.js';
import type { Shows } from '../tables/use-table.js';
import { useSpread } from '../tables/use-spread.js';
import css from './binder.module.css';

interface Props {
  study: string;
  sentence: Sentence;
  shows: Shows;
  shown: Shown;
  /** The table as it was counted when it was frozen. */
  counted: CountedTable | undefined;
}

/** No picture needs anything but the table. */
const NONE: readonly PictureKind[] = [];

/** The picture of a block, as it was chosen or as is usual. */
function KeptPicture({ study, sentence, shown, drawn, counted }: Omit<Props, 'shows'> & { drawn: DrawnBlock }) {
  const { table, block, battery } = drawn;
  const { picture, heading, wide = USUAL_WIDE, plain, confidence } = shown;
  const kinds = useMemo(() => picturesOf(table, battery), [table, battery]);
  const kind = kinds.find((own) => own === picture) ?? kinds[0]!;
  const needed = useMemo(() => (counted ? NONE : [kind]), [counted, kind]);
  const now = useSpread({ study, sentence }, needed, confidence ?? CONFIDENCE);
  const { densities, pairs } = counted ? drawnSpreads(counted.spreads ?? [], drawn) : now;
  const title = heading ?? drawn.title;
  const markup = useMemo(() => {
    const how = { title: `Chart: ${title}`, width: wide, values: plain !== true, confidence };
    return draw(kind, drawableOf(table, block, how, { densities, pairs }));
  }, [kind, table, block, title, wide, plain, confidence, densities, pairs]);
  if (now.problem) return <Problem {...now.problem} />;
  return (
    <figure className={css['picture']}>
      <figcaption>{title}</figcaption>
      {markup === '' ? <Wait>Drawing…</Wait> : <Svg markup={markup} />}
    </figure>
  );
}

/** All pictures of a kept table: one, or one for each block and stratum. */
export function KeptPictures({ study, sentence, shows, shown, counted }: Props) {
  const { blocks, whole } = shows;
  const across = Math.max(1, sentence.by.length);
  const all = useMemo(() => (whole ? drawnBlocks(blocks, whole, across) : []), [blocks, whole, across]);
  const sentences = useMemo(() => blocksOf(sentence).map(sentenceOfBlock), [sentence]);
  if (all.length === 0)
    return (
      <p className={css['soft']}>No picture suits this table: it has too many answers or groups, or nobody in it.</p>
    );
  return all.map((drawn, k) => (
    <KeptPicture
      key={k}
      {...{ study, shown, drawn, counted }}
      sentence={sentences[drawn.item * across + drawn.nest] ?? sentence}
    />
  ));
}
