import type { Shown, StudyView } from '../../api/types.js';
import { pinnedReading } from '../../core/reading/pinned-reading.js';
import type { KeptReading as Kept } from '../../core/table/shown-shape.js';
import { NamedText } from '../peek/NamedText.js';
import { useBlockReading } from '../tables/use-block-reading.js';
import { blockRead, type Shows } from '../tables/use-table.js';
import css from './binder.module.css';

interface Props {
  view: StudyView;
  /** The whole table. */
  shows: Shows;
  /** How many groupings stand side by side in it. */
  across: number;
  shown: Shown;
  /** The block that is read. */
  at: Kept;
}

/** What is said of a block of a kept table, as text; it follows the study as the table does. */
export function KeptReading({ view, shows, across, shown, at }: Props) {
  const read = blockRead(shows.blocks, across, at.stratum ?? null, at);
  const { answers } = useBlockReading(view, { ...shows, ...read }, shown);
  const { block, table, split } = read;
  const isThere = read.at.item === at.item && read.at.nest === at.nest;
  const base = (table ?? split?.all)?.base;
  if (!isThere || !block || base === undefined || answers.length === 0) return null;
  const stratum = split?.strata.find(({ code }) => code === at.stratum)?.label;
  const title = `${block.title}${stratum === undefined ? '' : `: ${stratum}`}`;
  const {
    verdict,
    test,
    size,
    measures,
    cautions,
    sentence: report,
  } = pinnedReading({ title, address: '', base }, answers);
  const lines = [
    ['Association', [verdict, test]],
    ['Strength', [size, measures.map(({ name, text }) => `${name} ${text}`).join('; ')]],
    ['To mind', cautions],
  ] as const;
  return (
    <section className={css['reading']} aria-label={`Reading of ${title}`}>
      <h3>
        <NamedText>{title}</NamedText>
      </h3>
      {report !== '' && (
        <blockquote>
          <NamedText>{report}</NamedText>
        </blockquote>
      )}
      <dl>
        {lines.map(([what, texts]) => {
          const said = texts.filter((text) => text !== '').join(' ');
          return (
            said !== '' && (
              <div key={what}>
                <dt>{what}</dt>
                <dd>
                  <NamedText>{said}</NamedText>
                </dd>
              </div>
            )
          );
        })}
      </dl>
    </section>
  );
}
