import { useState } from 'react';
import type { Coder } from '../../../../core/recode/theme/shape.js';
import { Button, Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import { NumberInput } from '../../editor/NumberInput.js';
import css from '../../workings.module.css';

interface Props {
  coders: readonly Coder[];
  change: (coders: readonly Coder[]) => void;
}

/** A second coder reads a fifth unless it is said otherwise. */
const SECOND_SHARE = 0.2;

/** Who codes, and which share of the answers is drawn for each. */
export function Coders({ coders, change }: Props) {
  const [name, setName] = useState('');
  const isTaken = coders.some((coder) => coder.name === name.trim());
  const add = () => {
    if (name.trim() === '' || isTaken) return;
    change([...coders, { name: name.trim(), share: coders.length === 0 ? 1 : SECOND_SHARE, seed: 1 + coders.length }]);
    setName('');
  };
  const put = (at: number, fields: Partial<Coder>) =>
    change(coders.map((coder, k) => (k === at ? { ...coder, ...fields } : coder)));
  return (
    <section className={css['section']} aria-label="Coders">
      <h2>
        Coders<small>each codes without seeing the others; the first counts until differences are settled</small>
      </h2>
      {coders.map((coder, k) => (
        <div key={coder.name} className={css['row']}>
          <b>{coder.name}</b>
          <Field label="codes, of all different answers, %">
            <NumberInput
              label={`Share of the answers that ${coder.name} codes, in percent`}
              value={Math.round(100 * coder.share)}
              put={(percent) => put(k, { share: Math.min(100, Math.max(1, percent ?? 100)) / 100 })}
              className={css['few']}
            />
          </Field>
          <Button onClick={() => change(coders.filter((_, other) => other !== k))}>Take out</Button>
        </div>
      ))}
      <form
        className={css['row']}
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <Field label={coders.length === 0 ? 'Who codes' : 'Another coder'}>
          <input
            className={kit['input']}
            value={name}
            maxLength={80}
            placeholder="a name"
            onChange={(event) => setName(event.target.value)}
          />
        </Field>
        <Button type="submit" disabled={name.trim() === '' || isTaken}>
          Add the coder
        </Button>
      </form>
    </section>
  );
}
