import { type ReactNode, useId, useState } from 'react';
import type { Intake, Layout } from '../../api/types.js';
import { ENGINE_NAMES } from '../../core/intake/layout.js';
import { ENCODINGS } from '../../core/intake/encodings.js';
import { numberText } from '../../core/codebook/numeric.js';
import { sayReading } from '../../core/intake/column-numbers.js';
import { Button } from '../../kit/kit.js';
import { readNumbersAs } from './decisions.js';
import css from './intake.module.css';

type Delimited = Extract<Layout, { is: 'delimited' }>;
type Workbook = Extract<Layout, { is: 'workbook' }>;

const SEPARATORS: readonly (readonly [string, string])[] = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
  [' ', 'space'],
  [':', 'colon'],
  ['~', 'tilde'],
];
const QUOTES: readonly (readonly [string, string])[] = [
  ['"', 'double quotes "…"'],
  ["'", "single quotes '…'"],
  ['', 'none'],
];

/** One part of a layout; where it was changed, what was found is said beneath. */
function Part({
  label,
  detected,
  children,
}: {
  label: string;
  detected: string | null;
  children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <div className={css['part']}>
      <label htmlFor={id}>{label}</label>
      {children(id)}
      {detected !== null && <span className={css['found']}>changed; found: {detected}</span>}
    </div>
  );
}

/** What was found, in words, where it is no longer so. */
function changed<T extends string>(now: T, detected: T, of: readonly (readonly [T, string])[]): string | null {
  return now === detected ? null : (of.find(([choice]) => choice === detected)?.[1] ?? detected);
}

function Select<T extends string>({
  id,
  value,
  of,
  choose,
}: {
  id: string;
  value: T;
  of: readonly (readonly [T, string])[];
  choose: (value: T) => void;
}) {
  const listed = of.some(([choice]) => choice === value);
  return (
    <select
      id={id}
      value={value}
      onChange={(event) => {
        const chosen = of.find(([choice]) => choice === event.target.value);
        if (chosen) choose(chosen[0]);
      }}
    >
      {!listed && <option value={value}>{value}</option>}
      {of.map(([choice, name]) => (
        <option key={choice} value={choice}>
          {name}
        </option>
      ))}
    </select>
  );
}

const DECIMALS = [
  ['.', 'point: 1.5'],
  [',', 'comma: 1,5'],
] as const;
const SHORT = [
  ['aside', 'set aside'],
  ['blank', 'filled with blanks'],
] as const;
const yesNo = (value: boolean) => (value ? 'yes' : 'no');
const HEADING = [
  ['yes', 'in the first row'],
  ['no', 'none: number them'],
] as const;

function DelimitedParts({
  layout,
  detected,
  change,
}: {
  layout: Delimited;
  detected: Delimited;
  change: (layout: Layout) => void;
}) {
  const set = (part: Partial<Delimited>) => change({ ...layout, ...part });
  return (
    <>
      <Part label="Separator" detected={changed(layout.separator, detected.separator, SEPARATORS)}>
        {(id) => <Select id={id} value={layout.separator} of={SEPARATORS} choose={(separator) => set({ separator })} />}
      </Part>
      <Part label="Encoding" detected={changed(layout.encoding, detected.encoding, ENCODINGS)}>
        {(id) => <Select id={id} value={layout.encoding} of={ENCODINGS} choose={(encoding) => set({ encoding })} />}
      </Part>
      <Part label="Quotes" detected={changed(layout.quote, detected.quote, QUOTES)}>
        {(id) => <Select id={id} value={layout.quote} of={QUOTES} choose={(quote) => set({ quote })} />}
      </Part>
      <Part label="Decimals" detected={changed(layout.decimal, detected.decimal, DECIMALS)}>
        {(id) => <Select id={id} value={layout.decimal} of={DECIMALS} choose={(decimal) => set({ decimal })} />}
      </Part>
      {layout.picks === undefined && (
        <Part label="Names" detected={changed(yesNo(layout.heading), yesNo(detected.heading), HEADING)}>
          {(id) => (
            <Select
              id={id}
              value={yesNo(layout.heading)}
              of={HEADING}
              choose={(choice) => set({ heading: choice === 'yes' })}
            />
          )}
        </Part>
      )}
      <Part label="Short rows" detected={changed(layout.short, detected.short, SHORT)}>
        {(id) => <Select id={id} value={layout.short} of={SHORT} choose={(short) => set({ short })} />}
      </Part>
    </>
  );
}

function WorkbookParts({
  layout,
  detected,
  sheets,
  change,
}: {
  layout: Workbook;
  detected: Workbook;
  sheets: Intake['sheets'];
  change: (layout: Layout) => void;
}) {
  const set = (part: Partial<Workbook>) => change({ ...layout, ...part });
  const [range, setRange] = useState(layout.range ?? '');
  const names = sheets.map(({ name, hidden }) => [name, hidden ? `${name} (hidden)` : name] as const);
  const send = () => {
    const next = range.trim() === '' ? null : range.trim();
    if (next !== layout.range) set({ range: next });
  };
  return (
    <>
      <Part label="Sheet" detected={changed(layout.sheet, detected.sheet, names)}>
        {(id) => <Select id={id} value={layout.sheet} of={names} choose={(sheet) => set({ sheet })} />}
      </Part>
      <Part label="Cells" detected={layout.range === detected.range ? null : 'all'}>
        {(id) => (
          <input
            id={id}
            value={range}
            placeholder="all; or B3:F200"
            onChange={(event) => setRange(event.target.value)}
            onBlur={send}
            onKeyDown={(event) => {
              if (event.key === 'Enter') send();
            }}
          />
        )}
      </Part>
      <Part label="Names" detected={changed(yesNo(layout.heading), yesNo(detected.heading), HEADING)}>
        {(id) => (
          <Select
            id={id}
            value={yesNo(layout.heading)}
            of={HEADING}
            choose={(choice) => set({ heading: choice === 'yes' })}
          />
        )}
      </Part>
    </>
  );
}

const KINDS: Record<Layout['is'], string> = {
  delimited: 'Delimited text',
  workbook: 'Workbook (.xlsx)',
  parquet: 'Parquet',
  json: 'Rows in JSON',
  fixed: 'Fixed columns',
  linked: 'Table of a database',
};

const EXAMPLES = 3;

/** How numbers that are not written plainly are read, by examples; and the other reading, where both fit. */
function NumberExamples({
  intake,
  layout,
  change,
}: {
  intake: Intake;
  layout: Layout;
  change: (layout: Layout) => void;
}) {
  const columns = (intake.read?.columns ?? []).flatMap(({ name, numbers }) => (numbers ? [{ name, numbers }] : []));
  const read = columns.filter(({ numbers }) => numbers.as !== null && String(numbers.as) !== numbers.example);
  const doubtful = columns.filter(({ numbers }) => numbers.inDoubt);
  const [first] = doubtful;
  if (read.length === 0 && !first) return null;
  const shown = [...doubtful, ...read.filter((column) => !doubtful.includes(column))];
  const turn = () => {
    if (layout.is === 'delimited') change({ ...layout, decimal: layout.decimal === '.' ? ',' : '.' });
    else
      change(
        readNumbersAs(
          layout,
          doubtful.map(({ name, numbers }) => ({ name, reading: numbers.other.reading })),
        ),
      );
  };
  return (
    <div className={css['numbers']} role="group" aria-label="How numbers are read">
      <ul>
        {shown.slice(0, EXAMPLES).map(({ name, numbers }) => (
          <li key={name}>
            {sayReading(numbers.example, numbers.as)} <span className={css['soft']}>({name})</span>
          </li>
        ))}
      </ul>
      {shown.length > EXAMPLES && <p className={css['soft']}>and so on in {shown.length - EXAMPLES} more columns</p>}
      {first && first.numbers.other.as !== null && (
        <p className={css['note']}>
          Both readings fit in {doubtful.length === 1 ? first.name : `${doubtful.length} columns`}; nothing in the file
          tells which.{' '}
          <Button onClick={turn}>
            Read {first.numbers.example} as {numberText(first.numbers.other.as)}
          </Button>
        </p>
      )}
    </div>
  );
}

/** How the file is read: what was found, each part of it to be changed. */
export function LayoutPanel({
  intake,
  layout,
  change,
}: {
  intake: Intake;
  layout: Layout;
  change: (layout: Layout) => void;
}) {
  const { found, gzip } = intake;
  return (
    <section aria-label="How the file is read" className={css['panel']}>
      <h2>
        How it is read
        <span>
          {KINDS[layout.is]}
          {gzip && ', gzip'}
        </span>
      </h2>
      {layout.is === 'delimited' && found.is === 'delimited' && (
        <DelimitedParts layout={layout} detected={found} change={change} />
      )}
      {layout.is === 'workbook' && found.is === 'workbook' && (
        <WorkbookParts layout={layout} detected={found} sheets={intake.sheets} change={change} />
      )}
      {layout.is === 'parquet' && <p className={css['soft']}>Names and kinds of values are in the file itself.</p>}
      {layout.is === 'linked' && (
        <p className={css['soft']}>
          {layout.table.join('.')} in {layout.database} at {layout.host}:{layout.port} ({ENGINE_NAMES[layout.engine]}).
          Respondents stay there: its first rows are shown here until you decide, and after that only counts come here.
        </p>
      )}
      {layout.is === 'json' && (
        <p className={css['soft']}>
          {layout.shape === 'lines' ? 'An object on each line' : 'An array of objects'}; a column for each field. Lists
          of answers become numbered slots.
        </p>
      )}
      <NumberExamples intake={intake} layout={layout} change={change} />
      {layout.is === 'fixed' && (
        <p className={css['soft']}>{layout.fields.length} columns, each at the place that the codebook gives.</p>
      )}
    </section>
  );
}
