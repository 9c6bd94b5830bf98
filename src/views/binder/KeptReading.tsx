import { useMemo } from 'react';
import type { Shown } from '../../api/types.js';
import { readPairs } from '../../core/reading/numbers/read-pairs.js';
import { saidReading } from '../../core/reading/said-reading.js';
import type { Answer } from '../../core/reading/types.js';
import type { CountedTable } from '../../core/report/report-table.js';
import { drawnSpreads } from '../../core/spread/drawn-spreads.js';
import { isDrawnAsPairs, type PictureKind } from '../../core/table/picture-kinds.js';
import { sentenceOf, sentenceOfBlock } from '../../core/table/sentence.js';
import type { KeptReading as Kept } from '../../core/table/shown-shape.js';
import { titleRead } from '../../core/table/strata-read.js';
import { NamedText } from '../peek/NamedText.js';
import { CONFIDENCE } from '../reading/use-reading.js';
import type { TableStudy } from '../tables/table-study.js';
import { useBlockReading } from '../tables/use-block-reading.js';
import { PAIRS, useSpread } from '../tables/use-spread.js';
import { blockRead, type Shows } from '../tables/use-table.js';
import css from './binder.module.css';

interface Props {
  view: TableStudy;
  /** The whole table. */
  shows: Shows;
  /** How many groupings stand side by side in it. */
  across: number;
  shown: Shown;
  /** The block that is read. */
  at: Kept;
  /** The table as it was counted when it was frozen. */
  counted?: CountedTable | undefined;
}

const NONE: readonly PictureKind[] = [];

/** What is said of two numbers respondent by respondent; null where a block is not read so. */
function useKeptPairs(
  { study }: TableStudy,
  { block, table, at }: Pick<Shows, 'block' | 'table' | 'at'>,
  { confidence = CONFIDENCE }: Shown,
  counted: CountedTable | undefined,
): Answer[] | null {
  const isPair = table !== null && isDrawnAsPairs(table);
  const sentence = useMemo(() => (block ? sentenceOfBlock(block.block) : sentenceOf(0)), [block]);
  const now = useSpread({ study: study.id, sentence }, isPair && !counted ? PAIRS : NONE, confidence);
  const { pairs } = counted ? drawnSpreads(counted.spreads ?? [], at) : now;
  const sizes = study.settings.sizeWords;
  return useMemo(() => {
    // A table that was frozen before its pairs were kept is read as it was then.
    if (!isPair || (counted && !pairs)) return null;
    return pairs ? readPairs(pairs, confidence, sizes) : [];
  }, [isPair, counted, pairs, confidence, sizes]);
}

/** What is said of a block of a kept table, as text; it follows the study as the table does. */
export function KeptReading({ view, shows, across, shown, at, counted }: Props) {
  const kept = useMemo(
    () => counted?.groupings.filter(({ item, nest }) => item === at.item && nest === at.nest),
    [counted, at],
  );
  const read = blockRead(shows.blocks, across, at, at);
  const { block, table, split } = read;
  const ofBlock = useBlockReading(view, { ...shows, ...read }, shown, kept).answers;
  const ofPairs = useKeptPairs(view, read, shown, counted);
  const answers = ofPairs ?? ofBlock;
  const isThere = read.at.item === at.item && read.at.nest === at.nest;
  const base = (table ?? split?.all)?.base;
  if (!isThere || !block || base === undefined || answers.length === 0) return null;
  const title = titleRead(block.title, split, at);
  const said = saidReading({ title, base }, answers);
  return (
    <section className={css['reading']} aria-label={`Reading of ${title}`}>
      <h3>
        <NamedText>{title}</NamedText>
      </h3>
      {said.sentence !== '' && (
        <blockquote>
          <NamedText>{said.sentence}</NamedText>
        </blockquote>
      )}
      <dl>
        {said.lines.map(({ what, text }) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd>
              <NamedText>{text}</NamedText>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
