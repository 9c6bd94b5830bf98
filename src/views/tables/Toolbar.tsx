import type { Shown } from '../../api/types.js';
import { columnChoices, wholeSummaryChoices } from '../../core/view/figures-shown.js';
import { isCross } from '../../core/view/header-rows.js';
import type { TableView } from '../../core/view/types.js';
import { Bar, BarGroup } from '../../kit/Bar.js';
import { Button } from '../../kit/kit.js';
import { HandOver } from '../hand-over/HandOver.js';
import type { Way } from '../hand-over/ways.js';
import { CellChoices } from './CellChoices.js';
import { FigureMenu } from './FigureMenu.js';
import { type FigureScope, wholeTable } from './figure-scope.js';
import { choicesFor } from './figure-words.js';

interface Props {
  study: string;
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The tables on the screen. */
  views: readonly TableView[];
  /** Residuals exist, so cells can be hatched. */
  tested: boolean;
  /** Columns can be compared two by two. */
  compared: boolean;
  multiple: boolean;
  /** The items of the rows, each of which can show figures of its own. */
  items: readonly FigureScope[];
  swap: (() => void) | null;
  /** Puts the table on the clipboard. */
  copy: () => void;
  /** Writes the table into a file. */
  handOver: (way: Way) => void;
  save: () => void;
  saved: boolean;
  asNew: () => void;
}

/** The columns of frequency tables. */
function ColumnMenu({ shown, setShown, views, items }: Pick<Props, 'shown' | 'setShown' | 'views' | 'items'>) {
  const { ordered, number } = views[0]!.items[0]!;
  const offered = choicesFor(views);
  const choices = columnChoices(shown, { ordered, number });
  const listed = shown.figures ? choices : choices.filter(({ figure }) => offered.includes(figure));
  const whole = wholeTable(listed, shown, setShown);
  return <FigureMenu columns {...{ shown, setShown, views }} scopes={[whole, ...items]} />;
}

/** The figures of a summary: of categories, and of numbers. */
function SummaryFigures({ shown, setShown, views, items }: Pick<Props, 'shown' | 'setShown' | 'views' | 'items'>) {
  const whole = wholeTable(wholeSummaryChoices(shown), shown, setShown);
  return <FigureMenu {...{ shown, setShown, views }} scopes={[whole, ...items]} />;
}

/** What the cells show, and what can be done with the table: one line over it. */
export function Toolbar(props: Props) {
  const { study, shown, setShown, views, tested, compared, multiple, items, swap } = props;
  const { copy, handOver, save, saved, asNew } = props;
  const [first] = views;
  if (!first) return null;
  return (
    <Bar label="Table">
      <BarGroup>
        {first.summary ? (
          <SummaryFigures {...{ shown, setShown, views, items }} />
        ) : isCross(first.nests) ? (
          <CellChoices {...{ shown, setShown, views, tested, compared, multiple, items }} />
        ) : (
          <ColumnMenu {...{ shown, setShown, views, items }} />
        )}
      </BarGroup>
      <BarGroup>
        {swap && <Button onClick={swap}>Swap</Button>}
        <Button
          title="As a table, for a document or a spreadsheet; cells chosen with Shift and a click alone"
          onClick={copy}
        >
          Copy
        </Button>
        <HandOver study={study} name="File" what="This table, as it is shown" busy={false} choose={handOver} />
        {saved && <Button onClick={asNew}>Copy as new</Button>}
        <Button title={saved ? 'In the binder' : 'In the binder, to come back to'} onClick={save}>
          {saved ? 'Keep the change' : 'Keep in binder'}
        </Button>
      </BarGroup>
    </Bar>
  );
}
