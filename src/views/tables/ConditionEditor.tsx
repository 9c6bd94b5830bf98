import { useEffect, useRef, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { isAnswer, titleOf } from '../../core/codebook/types.js';
import type { Condition } from '../../core/table/sentence.js';
import { Button, Field } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import { Popover } from '../../kit/Popover.js';
import kit from '../../kit/kit.module.css';
import css from './sentence.module.css';

interface Props {
  condition: Condition;
  variable: RosterVariable;
  change: (condition: Condition) => void;
  close: () => void;
}

/** One condition of "only where": which categories, or from which number to which. It acts as it is changed. */
export function ConditionEditor({ condition, variable, change, close }: Props) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>('input, button')?.focus({ preventScroll: true });
  }, []);
  return (
    <Popover
      close={close}
      role="group"
      aria-label={`Only where ${titleOf(variable)}`}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        close();
      }}
    >
      <div ref={box} className={css['editor']}>
        {condition.is === 'between' ? (
          <Ends key={variable.id} condition={condition} change={change} />
        ) : (
          <Codes condition={condition} variable={variable} change={change} />
        )}
        <div className={css['foot']}>
          <span />
          <Button onClick={close}>Done</Button>
        </div>
      </div>
    </Popover>
  );
}

function Codes({
  condition,
  variable,
  change,
}: {
  condition: Extract<Condition, { codes: readonly string[] }>;
  variable: RosterVariable;
  change: (condition: Condition) => void;
}) {
  const isMultiple = variable.level === 'multiple';
  const { variable: of, codes } = condition;
  return (
    <>
      <Segmented
        label="Keep who"
        value={condition.is}
        of={[
          ['any-of', isMultiple ? 'mentions any of' : 'is'],
          ['none-of', isMultiple ? 'mentions none of' : 'is not'],
          ...(isMultiple ? [['at-least', 'mentions at least'] as const] : []),
        ]}
        choose={(is) => change(is === 'at-least' ? { variable: of, is, codes, least: 2 } : { variable: of, is, codes })}
      />
      {condition.is === 'at-least' && (
        <Field label={codes.length === 0 ? 'of all options' : `of these ${codes.length}`}>
          <input
            className={kit['input']}
            type="number"
            min={1}
            max={variable.codes.length}
            value={condition.least}
            onChange={(event) =>
              change({ ...condition, least: Math.max(1, Math.round(Number(event.target.value)) || 1) })
            }
          />
        </Field>
      )}
      <div className={css['codes']}>
        {variable.codes.filter(isAnswer).map(({ code, label }) => (
          <label key={code}>
            <input
              type="checkbox"
              checked={condition.codes.includes(code)}
              onChange={(event) =>
                change({
                  ...condition,
                  codes: variable.codes
                    .map((item) => item.code)
                    .filter((text) => (text === code ? event.target.checked : condition.codes.includes(text))),
                })
              }
            />
            {label}
          </label>
        ))}
      </div>
    </>
  );
}

const toNumber = (text: string) => (text.trim() === '' || Number.isNaN(Number(text)) ? null : Number(text));

function Ends({
  condition,
  change,
}: {
  condition: Extract<Condition, { is: 'between' }>;
  change: (condition: Condition) => void;
}) {
  const [from, setFrom] = useState(condition.from === null ? '' : String(condition.from));
  const [to, setTo] = useState(condition.to === null ? '' : String(condition.to));
  return (
    <div className={css['ends']}>
      <Field label="From">
        <input
          className={kit['input']}
          inputMode="decimal"
          value={from}
          onChange={(event) => {
            setFrom(event.target.value);
            change({ ...condition, from: toNumber(event.target.value) });
          }}
        />
      </Field>
      <Field label="Up to, included">
        <input
          className={kit['input']}
          inputMode="decimal"
          value={to}
          onChange={(event) => {
            setTo(event.target.value);
            change({ ...condition, to: toNumber(event.target.value) });
          }}
        />
      </Field>
    </div>
  );
}
