import { markupText } from '../../core/markup-text.js';
import { anchorOf } from '../../core/report/captioned.js';
import { laidToRead, type Report, type ReportTable } from '../../core/report/report.js';
import type { Choice } from '../../core/table/figure-choice.js';
import { asOnScreen } from '../../core/view/as-on-screen.js';
import { figuresChosen } from '../../core/view/figures-shown.js';
import { isCross } from '../../core/view/header-rows.js';
import type { LaidOut } from '../../core/view/laid-cell.js';
import { laidOut } from '../../core/view/laid-out.js';
import type { TableView } from '../../core/view/types.js';
import { exploreScript } from './explore-script.js';
import { htmlReport } from './html.js';
import { tableHtml, tag } from './html-table.js';

/** Figures between which a table can be switched, beside those that it was kept with. */
const SWITCHED: readonly { choice: Choice; name: string }[] = [
  { choice: 'count', name: 'counts' },
  { choice: 'column-percent', name: 'column %' },
  { choice: 'row-percent', name: 'row %' },
  { choice: 'total-percent', name: 'total %' },
];

/** A way in which a table can be looked at. */
interface Version {
  name: string;
  laid: readonly LaidOut[];
}

const withoutOwn = (view: TableView): TableView => ({
  ...view,
  items: view.items.map((item) => ({ ...item, figures: undefined })),
});

/** The figures as they were kept, and those to which a table of groups can be switched. */
function versionsOf(item: ReportTable): Version[] {
  const { views, shown } = item;
  const kept = { name: 'as kept', laid: laidToRead(item) };
  const [first] = views;
  if (kept.laid.length === 0 || !first || first.summary || first.sweep || !isCross(first.nests)) return [kept];
  const blocks = first.blocks.flat();
  const others = SWITCHED.filter(({ choice }) =>
    blocks.some((block) => figuresChosen(block, [{ figure: choice }]).length > 0),
  );
  const laid = (choice: Choice) => {
    const figures = [shown.figures?.find(({ figure }) => figure === choice) ?? { figure: choice }];
    return views.flatMap((view) => laidOut(withoutOwn(view), { ...shown, figures }, asOnScreen));
  };
  return [kept, ...others.map(({ choice, name }) => ({ name, laid: laid(choice) }))];
}

const versionHtml = ({ laid }: Version, k: number) =>
  tag('div', laid.map((own) => tableHtml(own, laid.length > 1)).join('\n'), ` class="version" data-version="${k}"`);

/** A table with what it can be switched to. */
function tablesHtml(item: ReportTable): string {
  const versions = versionsOf(item);
  if (versions.length === 1) return versions[0]!.laid.map((own, _, all) => tableHtml(own, all.length > 1)).join('\n');
  const name = markupText(`figures-${anchorOf(item)}`);
  const choices = versions.map(
    (version, k) =>
      `<label><input type="radio" name="${name}" value="${k}"${k === 0 ? ' checked' : ''}> ${version.name}</label>`,
  );
  const legend = '<legend>Figures</legend>';
  return tag('fieldset', legend + choices.join(' '), ' class="switch"') + versions.map(versionHtml).join('\n');
}

const MOST_VERSIONS = SWITCHED.length + 1;

/** Which version is seen follows from what is chosen, without a script. */
const SHOWN = Array.from(
  { length: MOST_VERSIONS },
  (_, k) => `section:has(.switch input[value="${k}"]:checked) .version[data-version="${k}"]`,
).join(',');

const STYLES = `
.switch{border:0;padding:0;margin:10px 0;display:flex;flex-wrap:wrap;gap:4px 18px;font-size:14px}
.switch legend{float:left;color:#5b6272;margin-right:18px;padding:0}
.switch label{display:inline-flex;align-items:center;gap:6px;min-height:24px;cursor:pointer}
.switch input{accent-color:#0b5f6b;width:16px;height:16px}
@supports selector(:has(a)){.version{display:none}${SHOWN}{display:block}}
button.sort{font:inherit;color:#0b5f6b;background:none;border:1px solid transparent;border-radius:3px;padding:2px 4px;
min-height:24px;min-width:24px;text-align:inherit;cursor:pointer;text-decoration:underline dotted}
button.sort:hover{border-color:#8d8a80}
@media print{.switch{display:none}button.sort{color:inherit;text-decoration:none}}
`;

/**
 * A report as one page for somebody without the tool: figures can be switched, without a script, and lines sorted, with
 * the one that is in it and nothing else.
 */
export const exploreReport = (report: Report): string =>
  htmlReport(report, { tables: tablesHtml, styles: STYLES, script: `(${String(exploreScript)})(document);` });
