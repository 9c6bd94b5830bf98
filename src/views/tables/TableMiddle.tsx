import type { Shown, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { Sentence } from '../../core/table/sentence.js';
import type { Table } from '../../core/table/table.js';
import { choicesOf, columnChoices } from '../../core/view/figures-shown.js';
import { isCross } from '../../core/view/header-rows.js';
import type { FigureId, TableView } from '../../core/view/types.js';
import { Problem } from '../../kit/kit.js';
import { broughtBack } from './brought-back.js';
import { soleOn } from './draft.js';
import { tableFile } from './table-file.js';
import { useFile } from '../hand-over/use-file.js';
import { Writing } from '../hand-over/Writing.js';
import type { BlockAt } from './CrossTable.js';
import { DropEdges } from './DropEdges.js';
import { FrozenHere } from './FrozenHere.js';
import type { FigureScope } from './figure-scope.js';
import { HeadingTools } from './HeadingTools.js';
import { LongCount } from './LongCount.js';
import { keepScale } from './keep-scale.js';
import { MadeHere } from './MadeHere.js';
import { isTooWide, ManyAcross } from './ManyAcross.js';
import { NamesLine } from './NamesLine.js';
import { NumberAcross } from './NumberAcross.js';
import { NumberChoice } from './NumberChoice.js';
import { NumberPicture } from './NumberFigures.js';
import { MentionChoice, StandingsLine } from './StandingsLine.js';
import { ScaleChoice } from './ScaleChoice.js';
import { StratumChoice } from './StratumChoice.js';
import { sortColumns } from './sort-columns.js';
import { TableGestures } from './TableGestures.js';
import { TextsHere, textsIn } from './TextsHere.js';
import { ThemeNets } from './ThemeNets.js';
import { TablePane } from './TablePane.js';
import { EditableSummary, SummaryTools } from './summary/SummaryTools.js';
import { Toolbar } from './Toolbar.js';
import { useCopyTable } from './use-copy-table.js';
import type { useHeadingEdits } from './use-heading-edits.js';
import type { useSaveTable } from './use-save-table.js';
import { useDrawn } from './use-drawn.js';
import { type Shows, viewsShown } from './use-table.js';
import type { Draft } from './url.js';

interface Props {
  view: StudyView;
  draft: Draft;
  sentence: Sentence;
  shows: Shows;
  shown: Shown;
  show: (shown: Shown) => void;
  change: (draft: Draft) => void;
  /** The kept table that is open. */
  saved: number | null;
  saving: ReturnType<typeof useSaveTable>;
  swap: () => void;
  standing: ReturnType<typeof useHeadingEdits>['standing'];
  /** The stratum that was chosen, by its code. */
  stratum: string | null;
  pick: (code: string | null) => void;
  read: (at: BlockAt) => void;
}

/** What is asked of the rows of the block that is read: which mentions, and who is in the base. */
function RowChoices({ view, draft, shows, change }: Pick<Props, 'view' | 'draft' | 'shows' | 'change'>) {
  const { at, table, split } = shows;
  const any = table ?? split?.all ?? null;
  const item = draft.rows[at.item];
  const variable = byId(view.variables, item?.variable);
  const isOfSlots = view.workings.some(({ id, recipe }) => id === variable?.workingId && recipe.kind === 'slots');
  const changeItem = (more: Partial<typeof item>) =>
    change({ ...draft, rows: draft.rows.map((row, k) => (k === at.item ? { ...row, ...more } : row)) });
  return (
    <>
      {variable && isOfSlots && (
        <MentionChoice
          mention={item?.mention}
          choose={(mention) => changeItem({ mention: mention === 'any' ? undefined : mention })}
        />
      )}
      {variable?.level === 'number' && item && !draft.summary && (
        <NumberChoice
          study={view.study.id}
          variable={variable}
          listed={item.as === 'values'}
          list={(listed) => changeItem({ as: listed ? 'values' : undefined })}
        />
      )}
      {any?.rows.multiple && (
        <StandingsLine table={any} counted={item?.counted} change={(counted) => changeItem({ counted })} />
      )}
    </>
  );
}

/** What is said of a sentence that makes no table, or one that is too much to read, and what to do about it. */
function AcrossNotes({ view, draft, shows, shown, show, change, swap }: Props) {
  const texts = textsIn(draft, view.variables);
  if (texts.length > 0) return <TextsHere {...{ view, texts, draft, change }} />;
  if (!shows.table && !shows.split) return null;
  const { nest } = shows.at;
  return (
    <>
      <ManyAcross {...{ view, draft, shows, shown, show, change, swap }} />
      <NumberAcross view={view} nest={viewsShown(shows)[0]?.nests[nest]} by={draft.by[nest] ?? []} />
    </>
  );
}

/** The items of the rows, where there are several: each can show figures of its own. */
function itemScopes(
  draft: Draft,
  change: Props['change'],
  shown: Shown,
  views: readonly TableView[],
): readonly FigureScope[] {
  const items = views[0]?.items ?? [];
  if (items.length < 2) return [];
  return items.map((item, k) => ({
    name: item.title,
    choices: item.figures ?? (isCross(views[0]!.nests) ? choicesOf(shown, item) : columnChoices(shown, item)),
    own: draft.rows[k]?.figures !== undefined,
    choose: (figures) =>
      change({
        ...draft,
        rows: draft.rows.map((row, at) => (at === k ? { ...row, figures: figures ?? undefined } : row)),
      }),
  }));
}

/** Whether nobody is in some row or column. */
const hasEmpty = ({ rowTotals, columnBases, columns }: Table): boolean =>
  rowTotals.includes(0) || (columns !== null && columnBases.includes(0));

/** The table of a sentence with all that acts on it. */
export function TableMiddle(props: Props) {
  const { view, draft, sentence, shows, shown, show, change, saved, saving, swap, standing } = props;
  const { table, split, problem } = shows;
  const any = table ?? split?.all ?? null;
  const study = view.study.id;
  const told = { toast: saving.setToast, fail: saving.setTrouble };
  const fetching = useFile((name) => saving.setToast(`${name} is written.`));
  const copying = useCopyTable(viewsShown(shows), shown, told);
  const views = viewsShown(shows);
  const items = itemScopes(draft, change, shown, views);
  const has = (id: FigureId) => views.some(({ blocks }) => blocks.flat().some(({ figures }) => byId(figures, id)));
  const alone = byId(view.variables, draft.rows.length === 1 ? draft.rows[0]?.variable : undefined);
  const drawn = useDrawn(study, shows, props.stratum);
  const isPlain = draft.by.length === 0 && draft.only.length === 0 && draft.weight === null;
  return (
    <>
      {any && (
        <Toolbar
          {...{ study, shown, views, items }}
          setShown={show}
          tested={has('adjusted-residual')}
          compared={has('letters')}
          multiple={any.mentions !== null}
          copy={copying.byButton}
          swap={soleOn(draft, 'by') === null || soleOn(draft, 'rows') === null ? null : swap}
          handOver={(as) =>
            fetching.fetch('the table', 'GET /studies/{study}/table/file', tableFile(study, sentence, shown, as))
          }
          save={saving.save}
          saved={saved !== null}
          asNew={saving.asNew}
        />
      )}
      <Writing study={study} fetching={fetching} />
      {standing.map((made) => (
        <MadeHere key={made.place} study={study} made={made} />
      ))}
      <FrozenHere view={view} saved={saved} />
      <RowChoices view={view} draft={draft} shows={shows} change={change} />
      <AcrossNotes {...props} />
      <HeadingTools shown={shown} setShown={show} sortable={sortColumns(views)} />
      <NamesLine view={view} draft={draft} change={change} />
      <ThemeNets view={view} draft={draft} change={change} />
      <SummaryTools study={view} {...{ views, shown, show }} />
      {problem && <Problem {...problem} />}
      <LongCount counting={shows.counting} isThere={shows.whole !== null} />
      {split && <StratumChoice split={split} chosen={table ? props.stratum : null} choose={props.pick} />}
      <TablePane
        copied={copying.byKey}
        frame={(shownTable) => (
          <DropEdges draft={draft} variables={view.variables} change={change} fail={saving.setTrouble}>
            {!isTooWide(shows, draft) && <EditableSummary {...{ view, draft, change }}>{shownTable}</EditableSummary>}
          </DropEdges>
        )}
        gestures={
          any && (
            <TableGestures
              shown={shown}
              setShown={show}
              ordered={any.numbers === undefined}
              battery={draft.battery === true}
              views={views}
              empty={hasEmpty(any)}
              scale={<ScaleChoice {...{ view, draft, change }} keep={keepScale(study, draft, change, told)} />}
            />
          )
        }
        shows={shows}
        shown={shown}
        within={split ? titleOf(split.within.variable) : ''}
        read={props.read}
        show={show}
        drawn={drawn}
        told={told}
        bring={(back) => change(broughtBack({ ...draft, only: sentence.only }, shows.at.item, back))}
      />
      {isPlain && any && alone?.level === 'number' && <NumberPicture study={study} variable={alone} />}
    </>
  );
}
