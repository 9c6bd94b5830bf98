import { useMemo, useRef, useState } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { BlockView, TableView } from '../../core/view/types.js';
import type { WholeView } from '../../core/view/whole-view.js';
import type { Sentence } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { whyEmpty } from '../../core/table/share.js';
import { Problem, Wait } from '../../kit/kit.js';
import { useNear } from '../../kit/use-near.js';
import { NamedText } from '../peek/NamedText.js';
import { BaseLine } from '../tables/BaseLine.js';
import { HatchKey } from '../tables/HatchKey.js';
import { isHatched } from '../../core/view/is-hatched.js';
import { Nothing } from '../tables/Nothing.js';
import { StratumTable } from '../tables/StratumTable.js';
import { useTable, viewsShown } from '../tables/use-table.js';
import { WholeTable } from '../tables/WholeTable.js';
import { ChangedSince } from './ChangedSince.js';
import { useLook } from './use-look.js';
import { KeptPictures } from './KeptPictures.js';
import { KeptReading } from './KeptReading.js';
import css from './binder.module.css';

interface Props {
  view: StudyView;
  /** What it is called among the others: "Table 3". */
  name: string;
  table: StudyView['tables'][number];
}

/** All blocks of the sentence, none of them chosen. */
const FIRST = { item: 0, nest: 0 };

/** On whom a table stands; of several blocks one step behind, each under its title. */
function Bases({ blocks, hatch }: { blocks: readonly BlockView[]; hatch: boolean }) {
  const [only, ...others] = blocks;
  if (only && others.length === 0) return <BaseLine block={only} hatch={hatch} />;
  return (
    <>
      {hatch && <HatchKey />}
      <details className={css['bases']}>
        <summary>On whom each part stands</summary>
        {blocks.map((block, k) => (
          <div key={k}>
            <h3>
              <NamedText>{block.title}</NamedText>
            </h3>
            <BaseLine block={block} hatch={false} />
          </div>
        ))}
      </details>
    </>
  );
}

/** The blocks that say on whom a table stands. */
const basesIn = ({ summary, blocks }: TableView): readonly BlockView[] => (summary ? [summary.base] : blocks.flat());

interface TablesProps extends Pick<Props, 'view' | 'name'> {
  sentence: Sentence;
  whole: WholeView;
  /** Null: one for each stratum. */
  own: TableView | null;
  shown: Shown;
  show: (shown: Shown) => void;
}

/** The table, or one for each stratum. */
function Tables({ view, name, sentence, whole, own, shown, show }: TablesProps) {
  // Two tables can be of the same sentence: their names tell them apart for who does not see where they stand.
  const single = own && (whole.battery ?? own);
  const named = useMemo(() => single && { ...single, title: `${single.title}, ${name}` }, [single, name]);
  if (named) return <WholeTable view={named} shown={shown} show={show} read={undefined} />;
  const within = byId(view.variables, sentence.within);
  return whole.strata.map((stratum) => (
    <StratumTable key={stratum.code} {...stratum} within={within ? titleOf(within) : ''} shown={shown} />
  ));
}

function LiveTable({ view, name, table }: Props) {
  // Sorted here, it is sorted for this look alone.
  const [shown, show] = useState<Shown>(table.shown);
  const sentence = useMemo(() => sentenceOfBody(table.sentence), [table]);
  const shows = useTable(view, sentence, shown, null, FIRST);
  const { whole, view: own, problem, blocks, busy } = shows;
  // While it is counted anew, the figures are still those of before.
  const views = useMemo(() => (busy || !shows.whole ? null : viewsShown(shows)), [busy, shows]);
  const { changes, since, seen } = useLook(view, table, views);
  if (problem) return <Problem {...problem} />;
  const [only, ...others] = blocks;
  if (!whole || !only) return <Wait>Counting…</Wait>;
  const empty = others.length === 0 ? whyEmpty(only.table) : null;
  if (empty !== null) return <Nothing why={empty} />;
  return (
    <>
      {since && changes.length > 0 && <ChangedSince {...{ view, table, changes, since, seen }} />}
      {shown.handed !== 'picture' && <Tables {...{ view, name, sentence, whole, own, shown, show }} />}
      {(shown.handed ?? 'table') !== 'table' && <KeptPictures study={view.study.id} {...{ sentence, shows, shown }} />}
      <Bases blocks={basesIn(whole.view)} hatch={viewsShown(shows).some((other) => isHatched(other, shown))} />
      {(shown.readings ?? []).map((at) => (
        <KeptReading
          key={JSON.stringify(at)}
          {...{ view, shows, shown, at }}
          across={Math.max(1, sentence.by.length)}
        />
      ))}
    </>
  );
}

/** A table of the binder as it is now, with the readings that are kept with it; it is counted when it comes near. */
export function KeptTable({ view, name, table }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const near = useNear(box);
  return (
    <div ref={box} className={css['kept']}>
      {near ? (
        <LiveTable key={table.edited} {...{ view, name, table }} />
      ) : (
        <Wait>Counted when it comes into sight.</Wait>
      )}
    </div>
  );
}
