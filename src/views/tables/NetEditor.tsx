import { useEffect, useId, useRef, useState } from 'react';
import { Fault } from '../../core/fault.js';
import { joinedLabel } from '../../core/recode/regroup/starts.js';
import { checkNets, type Net, PARTS } from '../../core/table/net.js';
import { Button, Field, PlainButton, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import type { Heading, HeadingEdits } from './heading-edits.js';
import css from './table.module.css';

const PART_WORDS: Record<(typeof PARTS)[number], string> = {
  under: 'under its line',
  over: 'over it, as over a subtotal',
  hidden: 'not shown',
};

interface Props {
  nets: NonNullable<HeadingEdits['nets']>;
  headings: readonly Heading[];
  /** The net that is changed; null: a new one. */
  label: string | null;
  /** Its categories, to begin with. */
  codes: readonly string[];
  close: () => void;
}

/** What is wrong with nets, where something is. */
function faultIn(nets: readonly Net[], codes: readonly string[]): Fault | null {
  try {
    checkNets(nets, codes, 'nets');
    return null;
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
}

interface CategoriesProps {
  headings: readonly Heading[];
  chosen: readonly string[];
  choose: (codes: readonly string[]) => void;
}

/** The categories of a net, each to be ticked. */
function Categories({ headings, chosen, choose }: CategoriesProps) {
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus({ preventScroll: true }), []);
  return (
    <fieldset>
      <legend>On one line, in this table alone</legend>
      {headings.map(({ code, label }, k) => (
        <label key={code}>
          <input
            ref={k === 0 ? first : undefined}
            type="checkbox"
            checked={chosen.includes(code)}
            onChange={({ target }) =>
              choose(target.checked ? [...chosen, code] : chosen.filter((other) => other !== code))
            }
          />
          {label}
        </label>
      ))}
    </fieldset>
  );
}

/** Makes or changes a net: several categories on one line, in this table alone. */
export function NetEditor({ nets, headings, label, codes, close }: Props) {
  const before = nets.of.find((net) => net.label === label);
  const [chosen, setChosen] = useState<readonly string[]>(codes);
  const [name, setName] = useState<string | null>(label);
  const [parts, setParts] = useState(before?.parts ?? 'under');
  const [fault, setFault] = useState<Fault | null>(null);
  const trouble = useId();
  const own = name ?? joinedLabel(headings.filter(({ code }) => chosen.includes(code)));
  const keep = () => {
    const net: Net = { label: own.trim(), codes: chosen, ...(parts === 'under' ? {} : { parts }) };
    const next = before ? nets.of.map((other) => (other === before ? net : other)) : [...nets.of, net];
    const wrong = faultIn(
      next,
      headings.map(({ code }) => code),
    );
    setFault(wrong);
    if (wrong) return;
    nets.change(next);
    close();
  };
  return (
    <form
      className={css['netEditor']}
      aria-label={label === null ? 'A new net' : `Net ${label}`}
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
      onKeyDown={(event) => event.key === 'Escape' && close()}
    >
      <Categories headings={headings} chosen={chosen} choose={setChosen} />
      {fault && (
        <div id={trouble}>
          <Problem detail={fault.message} mend={fault.mend} />
        </div>
      )}
      <div className={css['tools']}>
        <Field label="Name of the net">
          <input
            className={kit['input']}
            value={own}
            aria-invalid={fault !== null}
            aria-describedby={fault ? trouble : undefined}
            onChange={({ target }) => setName(target.value)}
          />
        </Field>
        <Field label="Its categories stand">
          <select
            className={kit['input']}
            value={parts}
            onChange={({ target }) => setParts(PARTS.find((candidate) => candidate === target.value) ?? 'under')}
          >
            {PARTS.map((part) => (
              <option key={part} value={part}>
                {PART_WORDS[part]}
              </option>
            ))}
          </select>
        </Field>
        <PlainButton type="submit" disabled={chosen.length === 0 || own.trim() === ''}>
          {before ? 'Change the net' : 'Make the net'}
        </PlainButton>
        {before && (
          <Button
            onClick={() => {
              nets.change(nets.of.filter((net) => net !== before));
              close();
            }}
          >
            Take it away
          </Button>
        )}
        <Button onClick={close}>Cancel</Button>
      </div>
    </form>
  );
}
