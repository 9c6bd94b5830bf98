import { useState } from 'react';
import type { WorkingPreview } from '../../../../api/types.js';
import { parseNumber } from '../../../../core/codebook/number.js';
import { whole as said } from '../../../../core/figures.js';
import { figure } from '../../../../core/recode/band/edges.js';
import type { Band, BandEnds, Cut } from '../../../../core/recode/band/shape.js';
import kit from '../../../../kit/kit.module.css';
import { NumberInput } from '../../editor/NumberInput.js';
import css from '../../workings.module.css';
import { numbered, type Range, withEnds } from './band-edits.js';
import band from './band.module.css';

interface Props {
  /** The bands as they are kept, with their labels in full. */
  shown: readonly Cut[];
  /** The recipe that is changed, its labels as they follow from the ends. */
  recipe: Band;
  whole: boolean;
  /** Answers in all, of which each band has its share. */
  answers: number;
  preview: WorkingPreview | null;
  change: (recipe: Band) => void;
}

/** What the ends are called, by which of them belong to a band. */
const HEADS: Record<BandEnds, readonly [string, string]> = {
  both: ['from', 'to'],
  lower: ['from', 'to under'],
  upper: ['over', 'to'],
};

interface RowProps {
  /** Counted from 1. */
  place: number;
  cut: Cut;
  heads: readonly [from: string, to: string];
  /** Undefined: not counted yet. */
  respondents: number | undefined;
  answers: number;
  put: (cut: Cut) => void;
  setEnds: (ends: Pick<Range, 'from' | 'to'>) => void;
  takeOut: () => void;
}

/** A band: its label, its ends or values, how many it has. */
function BandRow({ place, cut, heads: [from, to], respondents, answers, put, setEnds, takeOut }: RowProps) {
  return (
    <tr>
      <td>
        <input
          className={kit['input']}
          aria-label={`Label of band ${place}`}
          value={cut.label}
          onChange={(event) => put({ ...cut, label: event.target.value })}
        />
      </td>
      {cut.is === 'range' ? (
        <>
          <td className={band['end']}>
            <NumberInput
              label={`${cut.label} ${from}`}
              value={cut.from}
              empty="open"
              put={(next) => setEnds({ from: next, to: cut.to })}
            />
          </td>
          <td className={band['end']}>
            <NumberInput
              label={`${cut.label} ${to}`}
              value={cut.to}
              empty="open"
              put={(next) => setEnds({ from: cut.from, to: next })}
            />
          </td>
        </>
      ) : (
        <td colSpan={2}>
          <ValuesInput label={`Values of ${cut.label}`} values={cut.values} put={(values) => put({ ...cut, values })} />
        </td>
      )}
      <td className={band['figure']}>{respondents === undefined ? '' : said(respondents)}</td>
      <td className={band['figure']}>
        {respondents === undefined || answers === 0 ? '' : ((100 * respondents) / answers).toFixed(1)}
      </td>
      <td>
        <button type="button" className={css['tool']} aria-label={`Take out ${cut.label}`} onClick={takeOut}>
          ×
        </button>
      </td>
    </tr>
  );
}

/** The bands as they are typed: label, ends or values; with how many each has. */
export function BandTable({ shown, recipe, whole, answers, preview, change }: Props) {
  const { bands, ends } = recipe;
  const counts = new Map(preview?.figures.codes.map(({ code, respondents }) => [code, respondents]));
  const [from, to] = HEADS[ends];
  const setBand = (at: number, next: Cut) =>
    change({ ...recipe, bands: bands.map((old, k) => (k === at ? next : old)) });
  const setEnds = (at: number, next: Pick<Range, 'from' | 'to'>) => {
    const own = bands[at];
    if (own?.is === 'range') setBand(at, withEnds(own, next, ends, whole));
  };
  return (
    <table className={band['bands']}>
      <thead>
        <tr>
          <th scope="col">Label</th>
          <th scope="col">{from}</th>
          <th scope="col">{to}</th>
          <th scope="col" className={band['figure']}>
            n
          </th>
          <th scope="col" className={band['figure']}>
            %
          </th>
          <th scope="col">
            <span className="sr-only">Take out</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map((cut, at) => (
          <BandRow
            key={at}
            place={at + 1}
            cut={cut}
            heads={HEADS[ends]}
            respondents={counts.get(cut.code)}
            answers={answers}
            put={(next) => setBand(at, next)}
            setEnds={(next) => setEnds(at, next)}
            takeOut={() => change({ ...recipe, bands: numbered(bands.filter((_, k) => k !== at)) })}
          />
        ))}
      </tbody>
    </table>
  );
}

/** Single values, separated by commas. */
function ValuesInput({
  label,
  values,
  put,
}: {
  label: string;
  values: readonly number[];
  put: (values: number[]) => void;
}) {
  const [text, setText] = useState(values.map(figure).join(', '));
  const parts = (typed: string) =>
    typed
      .split(/[,;\s]+/)
      .filter((candidate) => candidate !== '')
      .map(parseNumber);
  return (
    <input
      className={kit['input']}
      aria-label={label}
      aria-invalid={parts(text).includes(null)}
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        const numbers = parts(event.target.value);
        if (!numbers.includes(null)) put(numbers.flatMap((value) => value ?? []));
      }}
    />
  );
}
