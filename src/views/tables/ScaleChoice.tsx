import type { StudyView } from '../../api/types.js';
import { isSameCodeSet } from '../../core/codebook/same-code-set.js';
import { OFF_SCALE, OFF_SCALE_WORDS } from '../../core/table/sentence.js';
import { Button } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { withLevelHere, withOffScale, withScore } from './codes-here.js';
import type { ScaleKept } from './keep-scale.js';
import { MenuButton } from './MenuButton.js';
import { offHere, type ScaleList, scaleLists } from './scale-lists.js';
import type { Draft } from './url.js';
import css from './figures.module.css';

interface Props {
  view: StudyView;
  draft: Draft;
  change: (draft: Draft) => void;
  /** Says in the codebook which codes of variables are off their scale. */
  keep: (kept: readonly ScaleKept[]) => void;
}

/** What can be said of a code in a table beside what the codebook says. */
const choicesOf = (isListedOff: boolean) => OFF_SCALE.filter((choice) => choice !== (isListedOff ? 'in-base' : 'on'));

interface ListProps extends Omit<Props, 'view' | 'keep'> {
  list: ScaleList;
}

/** An answer: whether it is on the scale, and with what score. */
function Answer({ list, at, draft, change }: ListProps & { at: number }) {
  const { variables, codes, offScale: listedOff } = list;
  const { code, label } = codes[at]!;
  const own = draft.codes?.find((said) => said.variable === variables[0] && said.code === code);
  const isListedOff = listedOff.includes(code);
  const off = offHere(list, draft);
  const place = 1 + codes.slice(0, at).filter((before) => !off.includes(before.code)).length;
  return (
    <span className={css['answer']}>
      <span>{label}</span>
      <select
        aria-label={`${label}: on the scale or not`}
        value={own?.offScale ?? ''}
        onChange={({ target }) => {
          const offScale = OFF_SCALE.find((candidate) => candidate === target.value);
          change(withOffScale(draft, variables, code, offScale));
        }}
      >
        <option value="">{isListedOff ? 'off the scale' : 'on the scale'}</option>
        {choicesOf(isListedOff).map((candidate) => (
          <option key={candidate} value={candidate}>
            {OFF_SCALE_WORDS[candidate]}
          </option>
        ))}
      </select>
      <input
        className={kit['input']}
        aria-label={`Score of ${label}`}
        inputMode="decimal"
        disabled={off.includes(code)}
        placeholder={off.includes(code) ? '' : String(place)}
        defaultValue={own?.score ?? ''}
        key={String(own?.score)}
        onBlur={({ target }) => {
          const text = target.value.trim().replace(',', '.');
          const score = text === '' ? undefined : Number(text);
          const isScore = score === undefined || Number.isFinite(score);
          if (!isScore) target.value = String(own?.score ?? '');
          else if (score !== own?.score) change(withScore(draft, variables, code, score));
        }}
      />
    </span>
  );
}

/** What is off the scale in this table said in the codebook, for all tables of the variables that have it. */
function InCodebook({ list, draft, keep }: Omit<ListProps, 'change'> & Pick<Props, 'keep'>) {
  const off = offHere(list, draft);
  if (isSameCodeSet(off, list.offScale)) return null;
  return (
    <div>
      <Button
        title="Says in the codebook, for all tables, what is off the scale; it can be undone"
        onClick={() => keep(list.variables.map((variable) => ({ variable, offScale: off })))}
      >
        Say so in the codebook
      </Button>
    </div>
  );
}

/** One scale: whether it has an order, and where each answer stands on it. */
function List({ list, draft, change, keep }: ListProps & Pick<Props, 'keep'>) {
  const { title, variables, level, listed, codes } = list;
  const others = variables.length - 1;
  return (
    <fieldset className={css['scale']}>
      <legend>
        {title}
        {others > 0 && ` and ${others} more with the same answers`}
      </legend>
      <label className={css['limit']}>
        Its answers
        <select
          value={level}
          onChange={({ target }) => {
            const chosen = target.value === 'ordered' ? 'ordered' : 'unordered';
            change(withLevelHere(draft, variables, chosen === listed ? undefined : chosen));
          }}
        >
          <option value="ordered">have an order</option>
          <option value="unordered">have no order</option>
        </select>
      </label>
      {level === 'ordered' && codes.map(({ code }, at) => <Answer key={code} {...{ list, at, draft, change }} />)}
      {level === 'ordered' && <InCodebook list={list} draft={draft} keep={keep} />}
    </fieldset>
  );
}

/** Which variables have an order in this table, which answers have a place on it, and with what scores. */
export function ScaleChoice({ view, draft, change, keep }: Props) {
  const lists = scaleLists(draft, view.variables);
  if (lists.length === 0) return null;
  return (
    <MenuButton
      name="Scale"
      title="Order, scores, and answers that are off the scale, such as “not at my site”, in this table alone"
      note="Off the scale an answer is shown, and in no score, mean or order. Scores stand beside."
    >
      {lists.map((list) => (
        <List key={list.title} {...{ list, draft, change, keep }} />
      ))}
    </MenuButton>
  );
}
