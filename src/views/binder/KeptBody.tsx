import { type ReactNode, useMemo } from 'react';
import type { Shown } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { CountedTable } from '../../core/report/report-table.js';
import type { Sentence } from '../../core/table/sentence.js';
import { whyEmpty } from '../../core/table/share.js';
import { isHatched } from '../../core/view/is-hatched.js';
import type { BlockView, TableView } from '../../core/view/types.js';
import type { WholeView } from '../../core/view/whole-view.js';
import { Problem, Wait } from '../../kit/kit.js';
import { NamedText } from '../peek/NamedText.js';
import { BaseLine } from '../tables/BaseLine.js';
import { HatchKey } from '../tables/HatchKey.js';
import { Nothing } from '../tables/Nothing.js';
import { StratumTable } from '../tables/StratumTable.js';
import type { TableStudy } from '../tables/table-study.js';
import { type Shows, viewsShown } from '../tables/use-table.js';
import { WholeTable } from '../tables/WholeTable.js';
import { KeptPictures } from './KeptPictures.js';
import { KeptReading } from './KeptReading.js';
import css from './binder.module.css';

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

interface TablesProps {
  view: TableStudy;
  /** What it is called among the others: "Table 3". */
  name: string;
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

/** All blocks of the sentence, none of them chosen. */
export const FIRST = { item: 0, nest: 0 };

interface Props extends Pick<TablesProps, 'view' | 'name' | 'sentence' | 'shown' | 'show'> {
  shows: Shows;
  /** As it was counted when it was frozen. */
  counted?: CountedTable;
  /** What stands over it. */
  children: ReactNode;
}

/** A kept table with its pictures, on whom it stands, and the readings that are kept with it. */
export function KeptBody({ view, name, sentence, shown, show, shows, counted, children }: Props) {
  const { whole, view: own, problem, blocks } = shows;
  if (problem) return <Problem {...problem} />;
  const [only, ...others] = blocks;
  if (!whole || !only) return <Wait>Counting…</Wait>;
  const empty = others.length === 0 ? whyEmpty(only.table) : null;
  if (empty !== null) return <Nothing why={empty} />;
  const study = view.study.id;
  return (
    <>
      {children}
      {shown.handed !== 'picture' && <Tables {...{ view, name, sentence, whole, own, shown, show }} />}
      {(shown.handed ?? 'table') !== 'table' && <KeptPictures {...{ study, sentence, shows, shown, counted }} />}
      <Bases blocks={basesIn(whole.view)} hatch={viewsShown(shows).some((other) => isHatched(other, shown))} />
      {(shown.readings ?? []).map((at) => (
        <KeptReading
          key={JSON.stringify(at)}
          {...{ view, shows, shown, at, counted }}
          across={Math.max(1, sentence.by.length)}
        />
      ))}
    </>
  );
}
