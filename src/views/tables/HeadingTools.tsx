import { useContext, useEffect, useRef, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { Button, Field, PlainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { type HeadingEdits, HeadingEditsContext, type Side } from './heading-edits.js';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
}

/** The tools of the heading that is open, in a line over the table. */
export function HeadingTools({ shown, setShown }: Props) {
  const { rows, by } = useContext(HeadingEditsContext);
  const sides = [
    ['rows', rows],
    ['by', by],
  ] as const;
  return sides.map(([side, headingEdits]) =>
    headingEdits && headingEdits.open !== null ? (
      <Tools
        key={`${side} ${headingEdits.open}`}
        {...{ shown, setShown, side, headingEdits }}
        code={headingEdits.open}
      />
    ) : null,
  );
}

interface ToolsProps extends Props {
  side: Side;
  headingEdits: HeadingEdits;
  code: string;
}

function Tools({ shown, setShown, side, headingEdits, code }: ToolsProps) {
  const { headings, act, setOpen } = headingEdits;
  const at = headings.findIndex((candidate) => candidate.code === code);
  const heading = headings[at];
  const [label, setLabel] = useState(heading?.label ?? '');
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus({ preventScroll: true }), []);
  if (!heading) return null;
  const [back, forth] = side === 'rows' ? ['Up', 'Down'] : ['Left', 'Right'];
  const twin = headings.some((candidate) => candidate !== heading && candidate.label === label.trim());
  return (
    <div
      className={css['tools']}
      role="group"
      aria-label={`Heading ${heading.label}`}
      onKeyDown={(event) => event.key === 'Escape' && setOpen(null)}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (label.trim() !== '' && !twin && label !== heading.label) act({ is: 'rename', code, label: label.trim() });
        }}
      >
        <Field label="Heading">
          <input
            ref={first}
            className={kit['input']}
            value={label}
            aria-invalid={twin}
            onChange={(event) => setLabel(event.target.value)}
          />
        </Field>
        <PlainButton type="submit" disabled={label.trim() === '' || twin || label === heading.label}>
          Rename
        </PlainButton>
      </form>
      <Field label="Merge with">
        <select
          className={kit['input']}
          value=""
          onChange={(event) => act({ is: 'merge', code: event.target.value, into: code })}
        >
          <option value="">choose…</option>
          {headings.map((item) =>
            item === heading ? null : (
              <option key={item.code} value={item.code}>
                {item.label}
              </option>
            ),
          )}
        </select>
      </Field>
      <Button disabled={at === 0} onClick={() => act({ is: 'move', code, before: headings[at - 1]?.code ?? null })}>
        {back}
      </Button>
      <Button
        disabled={at === headings.length - 1}
        onClick={() => act({ is: 'move', code, before: headings[at + 2]?.code ?? null })}
      >
        {forth}
      </Button>
      {side === 'by' && (
        <Button
          aria-pressed={shown.sort === code}
          onClick={() => setShown({ ...shown, sort: shown.sort === code ? undefined : code })}
        >
          Sort rows by it
        </Button>
      )}
      <Button disabled={headings.length < 2} onClick={() => act({ is: 'set-aside', code })}>
        Set aside
      </Button>
      <Button onClick={() => setOpen(null)}>Close</Button>
    </div>
  );
}
