import { useMemo, useState } from 'react';
import type { Comparison, Intake } from '../../api/types.js';
import { andMore } from '../../core/and-more.js';
import { whole } from '../../core/figures.js';
import { Field, MainButton, PlainButton, Problem, Wait } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import kit from '../../kit/kit.module.css';
import { VirtualRows } from '../../kit/VirtualRows.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';
import { Bar } from '../../kit/Bar.js';
import css from './intake.module.css';

/** Where a file goes: a study of its own, or one that is there. */
export interface Destination {
  study: string | null;
  as: 'wave' | 'refresh';
}

/** What respondents come out of. */
type From = 'file' | 'table';

interface Trouble {
  detail: string;
  mend: string;
}

/** Chooses where the file goes. */
export function DestinationChoice({ value, choose }: { value: Destination; choose: (value: Destination) => void }) {
  const { answer: studies } = useAnswer('GET /studies', {});
  if (!studies || studies.length === 0) return null;
  return (
    <>
      <Field label="It goes into">
        <select
          className={kit['input']}
          value={value.study ?? ''}
          onChange={(event) => choose({ ...value, study: event.target.value === '' ? null : event.target.value })}
        >
          <option value="">a new study</option>
          {studies.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      {value.study !== null && (
        <p>
          <Segmented
            label="How it goes in"
            value={value.as}
            of={[
              ['wave', 'as a new wave'],
              ['refresh', 'as a refresh'],
            ]}
            choose={(as) => choose({ ...value, as })}
          />
        </p>
      )}
    </>
  );
}

/** Asks what would be different in the study; again when the file was read in another way. */
export function useComparison(intake: Intake, study: string | null) {
  const asked = intake.read !== null && study !== null ? { intake: intake.id, study } : null;
  const { answer, problem, busy } = useAnswer('GET /intakes/{intake}/compare/{study}', asked);
  return { comparison: busy ? null : answer, problem };
}

/** The names of the waves and the button that takes the file into the study. */
export function JoinForm({
  intake,
  to,
  from,
  comparison,
  discard,
}: {
  intake: Intake;
  to: Destination;
  from: From;
  comparison: Comparison | null;
  discard: () => void;
}) {
  const [before, setBefore] = useState('Wave 1');
  const [now, setNow] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Trouble | null>(null);
  const waves = comparison?.waves ?? [];
  const next = `Wave ${Math.max(2, waves.length + 1)}`;
  const join = () => {
    if (to.study === null) return;
    const { study } = to;
    setBusy(true);
    const waved = to.as === 'wave' ? { waves: { before, now: now.trim() || next } } : {};
    change('POST /intakes/{intake}/join/{study}', { intake: intake.id, study, body: { as: to.as, ...waved } }).then(
      () => location.assign(`/studies/${study}/codebook`),
      (error: unknown) => {
        setProblem(problemText(error));
        setBusy(false);
      },
    );
  };
  return (
    <>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      {to.as === 'wave' && waves.length === 0 && (
        <Field label="The respondents that are there are called">
          <input className={kit['input']} value={before} onChange={(event) => setBefore(event.target.value)} />
        </Field>
      )}
      {to.as === 'wave' && (
        <Field label="These are called">
          <input
            className={kit['input']}
            value={now}
            placeholder={next}
            onChange={(event) => setNow(event.target.value)}
          />
        </Field>
      )}
      <p>
        <MainButton onClick={join} disabled={busy || !comparison || before.trim() === ''}>
          {busy
            ? 'Taking it in…'
            : !comparison
              ? 'Take it in'
              : to.as === 'wave'
                ? `Add ${whole(comparison.respondents.after)} respondents`
                : from === 'table'
                  ? 'Take in what is there now'
                  : `Put ${whole(comparison.respondents.after)} in their place`}
        </MainButton>
        <PlainButton onClick={discard}>Discard</PlainButton>
      </p>
    </>
  );
}

const wordsOf = (from: From) => ({
  vanished: `not in the ${from}`,
  new: 'new',
  changed: 'differs',
  same: 'as before',
});

const NAMED = 6;
const codesText = (codes: readonly { code: string; respondents: number }[]) => {
  const counted = codes.map(({ code, respondents }) => `${code} (${whole(respondents)})`);
  return andMore(counted, NAMED);
};

/** What a file changes in a study, column by column, before it goes in. */
export function Differences({
  comparison,
  problem,
  from,
}: {
  comparison: Comparison | null;
  problem: Trouble | null;
  from: From;
}) {
  const [shown, setShown] = useState<'differences' | 'all'>('differences');
  const sorted = useMemo(() => {
    const rank = { changed: 0, vanished: 1, new: 2, same: 3 };
    return [...(comparison?.columns ?? [])].sort((a, b) => rank[a.is] - rank[b.is]);
  }, [comparison]);
  const words = wordsOf(from);
  if (problem) return <Problem {...problem} />;
  if (!comparison) return <Wait>Comparing the {from} with the study…</Wait>;
  const differing = sorted.filter(({ is }) => is !== 'same');
  const rows = shown === 'all' ? sorted : differing;
  const count = (is: (typeof sorted)[number]['is']) => sorted.filter((candidate) => candidate.is === is).length;
  const { before, after } = comparison.respondents;
  return (
    <section className={css['columns']} aria-label="Differences">
      <Bar edge>
        <p>
          <b>{whole(before)}</b> respondents in the study, <b>{whole(after)}</b> in the {from}. Columns by name:{' '}
          {whole(count('same'))} as before, {whole(count('changed'))} different, {whole(count('vanished'))} not in the
          {` ${from}`}, {whole(count('new'))} new.
        </p>
        <Segmented
          label="Show"
          value={shown}
          of={[
            ['differences', `Differences ${differing.length}`],
            ['all', `All ${sorted.length}`],
          ]}
          choose={setShown}
        />
      </Bar>
      <VirtualRows
        label={`What the ${from} changes`}
        tracks="minmax(0, 0.8fr) 120px minmax(0, 2.4fr) 110px 110px"
        minWidth={760}
        height={44}
        count={rows.length}
        empty="Nothing differs: the same columns, the same codes."
        heading={['Column', `In the ${from}`, 'What differs', 'Base before', 'Base now']}
        row={(index) => {
          const { name, is, newCodes, goneCodes, notes, base } = rows[index]!;
          const what = [
            ...(newCodes.length > 0 ? [`new codes: ${codesText(newCodes)}`] : []),
            ...(goneCodes.length > 0 ? [`codes nobody has now: ${codesText(goneCodes)}`] : []),
            ...notes,
            ...(is === 'vanished'
              ? ['blank for these respondents']
              : is === 'new'
                ? ['a new variable, blank for the others']
                : []),
          ].join('; ');
          return {
            key: name,
            name,
            cells: [
              <b key="name">{name}</b>,
              <span key="is" className={is === 'changed' || is === 'vanished' ? css['note'] : css['soft']}>
                {words[is]}
              </span>,
              <span key="what" className={css['valueList']} title={what}>
                {what}
              </span>,
              base.before === null ? '' : whole(base.before),
              base.after === null ? '' : whole(base.after),
            ],
          };
        }}
      />
    </section>
  );
}
