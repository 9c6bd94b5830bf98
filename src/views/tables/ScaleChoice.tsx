import type { StudyView } from '../../api/types.js';
import { OFF_SCALE, type OffScale } from '../../core/table/sentence.js';
import kit from '../../kit/kit.module.css';
import { withLevelHere, withOffScale, withScore } from './codes-here.js';
import { MenuButton } from './MenuButton.js';
import { type ScaleList, scaleLists } from './scale-lists.js';
import type { Draft } from './url.js';
import css from './figures.module.css';

interface Props {
  view: StudyView;
  draft: Draft;
  change: (draft: Draft) => void;
}

const WORDS: Record<OffScale, string> = {
  'in-base': 'off the scale, in the base',
  aside: 'off the scale, not in the base',
};

interface ListProps extends Omit<Props, 'view'> {
  list: ScaleList;
}

/** An answer: whether it is on the scale, and with what score. */
function Answer({ list, at, draft, change }: ListProps & { at: number }) {
  const { variables, codes } = list;
  const { code, label } = codes[at]!;
  const said = (of: string) => draft.codes?.find((own) => own.variable === variables[0] && own.code === of);
  const own = said(code);
  const place = 1 + codes.slice(0, at).filter((before) => !said(before.code)?.offScale).length;
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
        <option value="">on the scale</option>
        {OFF_SCALE.map((candidate) => (
          <option key={candidate} value={candidate}>
            {WORDS[candidate]}
          </option>
        ))}
      </select>
      <input
        className={kit['input']}
        aria-label={`Score of ${label}`}
        inputMode="decimal"
        disabled={own?.offScale !== undefined}
        placeholder={own?.offScale ? '' : String(place)}
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

/** One scale: whether it has an order, and where each answer stands on it. */
function List({ list, draft, change }: ListProps) {
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
    </fieldset>
  );
}

/** Which variables have an order in this table, which answers have a place on it, and with what scores. */
export function ScaleChoice({ view, draft, change }: Props) {
  const lists = scaleLists(draft, view.variables);
  if (lists.length === 0) return null;
  return (
    <MenuButton
      name="Scale"
      title="Order, scores, and answers that are off the scale, such as “not at my site”, in this table alone"
      note="Off the scale an answer is shown, and in no score, mean or order. Scores stand beside."
    >
      {lists.map((list) => (
        <List key={list.title} list={list} draft={draft} change={change} />
      ))}
    </MenuButton>
  );
}
