import { useContext } from 'react';
import type { StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { OFF_SCALE_WORDS } from '../../core/table/sentence.js';
import { Button } from '../../kit/kit.js';
import { withAnswer, withoutNames, withoutScores, withOffScale } from './codes-here.js';
import { HandlesContext } from './heading-edits.js';
import { placeKey } from './heading-place.js';
import type { Draft } from './url.js';
import css from './table.module.css';

interface Props {
  view: StudyView;
  draft: Draft;
  change: (draft: Draft) => void;
}

/** What codes and variables are here: answers, off the scale, with other scores or without an order. */
function CodesSaid({ view, draft, change }: Props) {
  const { codes = [], levels = [] } = draft;
  const counted = codes.filter(({ answer }) => answer);
  const off = codes.filter(
    ({ offScale, code }, k) =>
      offScale && codes.findIndex((own) => own.offScale === offScale && own.code === code) === k,
  );
  const scored = codes.some(({ score }) => score !== undefined);
  return (
    <>
      {counted.map(({ variable, code }) => {
        const own = byId(view.variables, variable);
        const label = own?.codes.find((listed) => listed.code === code)?.label ?? code;
        return (
          <span key={`${variable} ${code}`}>
            {label} counts as an answer{' '}
            <Button onClick={() => change(withAnswer(draft, variable, code, false))} title={own && titleOf(own)}>
              leave it out
            </Button>
          </span>
        );
      })}
      {levels.length > 0 && (
        <span>
          {levels
            .map(({ variable, level }) => {
              const own = byId(view.variables, variable);
              return `${own ? titleOf(own) : ''} ${level === 'ordered' ? 'has an order' : 'has no order'}`;
            })
            .join(', ')}{' '}
          <Button onClick={() => change({ ...draft, levels: undefined })}>as in the codebook</Button>
        </span>
      )}
      {scored && (
        <span>
          own scores <Button onClick={() => change(withoutScores(draft))}>1, 2, 3 again</Button>
        </span>
      )}
      {off.map(({ variable, code, offScale }) => {
        const label = byId(view.variables, variable)?.codes.find((listed) => listed.code === code)?.label ?? code;
        const all = codes.filter((own) => own.code === code && own.offScale === offScale);
        const variables = all.map((own) => own.variable);
        return (
          <span key={`${code} ${offScale}`}>
            {label} is {offScale ? OFF_SCALE_WORDS[offScale] : ''}{' '}
            <Button onClick={() => change(withOffScale(draft, variables, code, undefined))}>as in the codebook</Button>
          </span>
        );
      })}
    </>
  );
}

/** What this table calls otherwise than the codebook, and its nets: there too where it cannot be counted with them. */
export function NamesLine({ view, draft, change }: Props) {
  const { edits, setOpen } = useContext(HandlesContext);
  const { rows, codes = [] } = draft;
  const renamed = codes.filter(({ label }) => label !== undefined);
  const titled = rows.flatMap(({ variable, nets = [] }, item) =>
    nets.map((net) => ({ net, item, title: titleOf(byId(view.variables, variable) ?? { name: '', label: '' }) })),
  );
  const { levels = [] } = draft;
  if (titled.length === 0 && codes.length === 0 && levels.length === 0) return null;
  return (
    <div className={css['standings']} role="group" aria-label="Of this table alone">
      <span>Of this table alone:</span>
      {titled.map(({ net, item, title }) => {
        const place = placeKey({ side: 'rows', item });
        const isOpenable = edits.has(place);
        return (
          <Button
            key={`${item} ${net.label}`}
            disabled={!isOpenable}
            title={`Net of ${title}`}
            onClick={() => setOpen({ place, of: 'net', label: net.label, codes: net.codes })}
          >
            net {net.label}
          </Button>
        );
      })}
      {titled.length > 0 && (
        <Button
          onClick={() => change({ ...draft, rows: rows.map((row) => ({ ...row, nets: undefined })) })}
          title="Leaves the categories, and takes all nets out of this table"
        >
          without nets
        </Button>
      )}
      {renamed.length > 0 && (
        <>
          <span>
            {renamed.length === 1 ? 'one heading has' : `${renamed.length} headings have`} another name
            {renamed.length <= 3 && ` (${renamed.map(({ label }) => label).join(', ')})`}
          </span>
          <Button onClick={() => change(withoutNames(draft))}>names as in the codebook</Button>
        </>
      )}
      <CodesSaid {...{ view, draft, change }} />
    </div>
  );
}
