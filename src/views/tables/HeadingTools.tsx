import { useContext, useEffect, useRef, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { Button, Field, PlainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { HandlesContext, type HeadingEdits } from './heading-edits.js';
import { placeKey } from './heading-place.js';
import { NetEditor } from './NetEditor.js';
import { isSortedBy, type SortColumn, sortedBy } from './sort-columns.js';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** Columns by which rows can be sorted. */
  sortable: readonly SortColumn[];
}

/** The tools of the heading that is open, or the net, in a line over the table. */
export function HeadingTools(props: Props) {
  const { edits, open, setOpen } = useContext(HandlesContext);
  const headingEdits = open && edits.get(open.place);
  if (!headingEdits) return null;
  if (open.of === 'heading')
    return <Tools key={`${open.place} ${open.code}`} {...props} headingEdits={headingEdits} code={open.code} />;
  const { nets, headings } = headingEdits;
  return (
    nets && (
      <NetEditor
        key={`${open.place} ${open.label ?? ''}`}
        nets={nets}
        headings={headings}
        label={open.label}
        codes={open.codes}
        close={() => setOpen(null)}
      />
    )
  );
}

interface ToolsProps extends Props {
  headingEdits: HeadingEdits;
  code: string;
}

/** What one heading is called in this table alone. */
function NameForm({ headingEdits, code }: Pick<ToolsProps, 'headingEdits' | 'code'>) {
  const { headings, rename, listed } = headingEdits;
  const { setOpen } = useContext(HandlesContext);
  const own = headings.find((candidate) => candidate.code === code)?.label ?? '';
  const usual = listed.get(code);
  const [label, setLabel] = useState(own);
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus({ preventScroll: true }), []);
  const twin = headings.some((candidate) => candidate.code !== code && candidate.label === label.trim());
  const keep = (name: string) => {
    rename(code, name);
    setOpen(null);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (label.trim() !== '' && !twin && label !== own && usual !== undefined) keep(label.trim());
      }}
    >
      <Field label="Called, in this table alone">
        <input
          ref={first}
          className={kit['input']}
          value={label}
          disabled={usual === undefined}
          title={usual === undefined ? 'The codebook does not list this code: give it a label there' : undefined}
          aria-invalid={twin}
          onChange={(event) => setLabel(event.target.value)}
        />
      </Field>
      <PlainButton type="submit" disabled={label.trim() === '' || twin || label === own || usual === undefined}>
        Rename
      </PlainButton>
      {usual !== undefined && usual !== own && <Button onClick={() => keep(usual)}>Again {usual}</Button>}
    </form>
  );
}

function Tools({ shown, setShown, sortable, headingEdits, code }: ToolsProps) {
  const { setOpen } = useContext(HandlesContext);
  const { headings, act, place, nets, title } = headingEdits;
  const at = headings.findIndex((candidate) => candidate.code === code);
  const heading = headings[at];
  if (!heading) return null;
  const [back, forth] = place.side === 'rows' ? ['Up', 'Down'] : ['Left', 'Right'];
  const nest = place.side === 'by' ? place.nest : -1;
  const column = sortable.find((candidate) => candidate.nest === nest && candidate.code === code);
  const isSorted = column !== undefined && isSortedBy(shown, column);
  return (
    <div
      className={css['tools']}
      role="group"
      aria-label={`Heading ${heading.label} of ${title}`}
      onKeyDown={(event) => event.key === 'Escape' && setOpen(null)}
    >
      <NameForm headingEdits={headingEdits} code={code} />
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
      {nets && (
        <Button
          title="Puts several categories on a line together, in this table alone"
          onClick={() => setOpen({ place: placeKey(place), of: 'net', label: null, codes: [code] })}
        >
          Net with others…
        </Button>
      )}
      <Button disabled={at === 0} onClick={() => act({ is: 'move', code, before: headings[at - 1]?.code ?? null })}>
        {back}
      </Button>
      <Button
        disabled={at === headings.length - 1}
        onClick={() => act({ is: 'move', code, before: headings[at + 2]?.code ?? null })}
      >
        {forth}
      </Button>
      {column && (
        <Button aria-pressed={isSorted} onClick={() => setShown(sortedBy(shown, isSorted ? null : column))}>
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
