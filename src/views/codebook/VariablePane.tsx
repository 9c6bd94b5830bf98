import { byId } from '../../core/by-id.js';
import { CodeShape, type Code, isAnswer, LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { z } from 'zod';
import { VariableEditShape } from '../../core/codebook/edit-shape.js';
import { useState } from 'react';
import type { CodeList, EntryEdit, RosterVariable } from '../../api/types.js';
import type { CodeOrderKind } from '../../core/codebook/code-order.js';
import { isCategories } from '../../core/codebook/levels.js';
import { parseNumber } from '../../core/codebook/number.js';
import { whole } from '../../core/figures.js';
import { Button, Field, MainButton, PlainButton, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { editEntries } from '../server/edit-entries.js';
import { problemText } from '../server/problem.js';
import { seenRevision } from '../server/seen.js';
import { useDetail } from '../shell/use-detail.js';
import { orderCodesOf } from './order-codes-of.js';
import { Origin, UsedBy } from '../peek/Origin.js';
import type { Work } from './use-codebook.js';
import { changesScale, inScaleOf } from '../../core/codebook/scale-change.js';
import { ScaleQuestion } from './ScaleQuestion.js';
import { peekAt } from '../peek/Peek.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useStudyDraft } from '../shell/use-study-draft.js';
import { Figures, Histogram } from '../tables/NumberFigures.js';
import { canRegroup } from '../workings/kinds/regroup/suits.js';
import { canConvert } from '../workings/kinds/to-number/suits.js';
import { makeAddress } from '../workings/places.js';
import { CodesEditor, OrderSelect } from './CodesEditor.js';
import { Exceptions } from './Exceptions.js';
import { sayTurned, together, turnedBy } from './missing-words.js';
import { listsByName } from './grid-edits.js';
import css from './codebook.module.css';

/** A number with more values than this shows those worth a look. */
const LISTED = 40;
const ENDS = 4;

/** Of many values: those that are missing or labelled, the lowest, the highest, and one that is asked for. */
function worthListing(codes: readonly Code[], wanted: string): Code[] {
  const plain = codes.filter(
    ({ missing, label, code }) => missing === null && label === code && parseNumber(code) !== null,
  );
  const ends = new Set([...plain.slice(0, ENDS), ...plain.slice(-ENDS)]);
  return codes.filter((one) => !plain.includes(one) || ends.has(one) || one.code === wanted.trim());
}

type VariableEdit = Omit<EntryEdit, 'variable'>;
type SourceLevel = NonNullable<VariableEdit['level']>;
const isSource = (level: RosterVariable['level']): level is SourceLevel => level !== 'multiple';

/** What is typed, and the revision on which it was begun. */
type Draft = VariableEdit & { since?: number | null | undefined };

const EDIT: KeptShape<Draft> = {
  version: 1,
  shape: VariableEditShape.extend({
    // A name may be half typed.
    name: z.string().optional(),
    codes: z.array(CodeShape).optional(),
    since: z.int().nullable().optional(),
  }),
};

interface Props {
  study: string;
  variable: RosterVariable;
  variables: readonly RosterVariable[];
  lists: readonly CodeList[];
  run: (work: Work) => Promise<boolean>;
  star: (on: boolean) => void;
}

/** One variable close up: what it holds, its entry to edit, where it came from, what uses it. */
export function VariablePane({ study, variable, variables, lists, run, star }: Props) {
  const { detail, problem: unread } = useDetail(study, variable.id);
  const [{ since, ...draft }, putDraft, forget] = useStudyDraft<Draft>(study, `entry:${variable.id}`, {}, EDIT);
  const setDraft = (next: VariableEdit) => {
    putDraft(Object.keys(next).length === 0 ? {} : { ...next, since: since ?? seenRevision(study) });
    if (Object.keys(next).length === 0) forget();
  };
  const [refused, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const problem = refused ?? unread;
  const [wanted, setWanted] = useState('');
  if (!detail) return problem ? <Problem {...problem} /> : <Wait>Looking…</Wait>;

  const fromFile = variable.workingId === null;
  const level = draft.level ?? variable.level;
  const known = new Set(detail.codes.map(({ code }) => code));
  const given = detail.codes.map(({ code, label, missing }): Code => ({ code, label, missing }));
  // A number's plain values stay unlisted; only what differs from them is worth a line in the codebook.
  const codes = !draft.codes
    ? given
    : level === 'number'
      ? given.map(
          (one) =>
            draft.codes?.find(({ code }) => code === one.code) ?? { code: one.code, label: one.code, missing: null },
        )
      : [...draft.codes, ...given.filter(({ code }) => !draft.codes?.some((one) => one.code === code))];
  const extra =
    level === 'number' && wanted.trim() !== '' && parseNumber(wanted) !== null && !known.has(wanted.trim())
      ? [{ code: wanted.trim(), label: wanted.trim(), missing: null }]
      : [];
  const respondents = new Map(detail.codes.map((one) => [one.code, one.respondents]));
  const many = level === 'number' && codes.length > LISTED;
  const listed = [...(many ? worthListing(codes, wanted) : codes), ...extra];
  const listing = level !== 'text' && (listed.length > 0 || level === 'number');
  const dirty = Object.keys(draft).length > 0;
  const put = (next: Code[]) => {
    const lines = [...codes.filter((one) => !next.some(({ code }) => code === one.code) && many), ...next];
    setDraft({
      ...draft,
      codes: level === 'number' ? lines.filter((one) => one.missing !== null || one.label !== one.code) : next,
    });
  };
  const order = (by: CodeOrderKind, of?: number) => {
    orderCodesOf(study, variable.id, { by, of, codes }).then(
      (ordered) => setDraft({ ...draft, codes: ordered }),
      (error: unknown) => setProblem(problemText(error)),
    );
  };
  /** Keeps the draft, with what is decided beyond it. */
  const keepWith = (decided: VariableEdit) => {
    const edit = { ...draft, ...decided, variable: variable.id };
    void run((base = since) => editEntries(study, [edit], undefined, base)).then((made) => made && setDraft({}));
  };
  const keep = (codesFor?: 'all' | 'this') => keepWith(codesFor && draft.codes ? { codesFor } : {});
  const newScale = draft.codes !== undefined && changesScale(level, given, codes);
  /** Keeps what was changed, the scale as it was, and the new order for tables and charts. */
  const keepShown = () =>
    keepWith({
      codes: inScaleOf(given, codes),
      shownOrder: codes.map(({ code }) => code),
      ...(shared.length > 0 ? { codesFor: 'all' as const } : {}),
    });
  /** Another list, or the same codes in a list that nobody else uses. */
  const giveList = (list: number | null) => {
    if (list === null && detail.sharesList.length === 0) return;
    const edit = list === null ? { codes: variable.codes, codesFor: 'this' as const } : { codeList: list };
    void run(() => editEntries(study, [{ variable: variable.id, ...edit }]));
  };
  const named = listsByName(lists);
  const shared = detail.sharesList.flatMap((id) => byId(variables, id) ?? []);
  const turned = turnedBy(
    [{ variable: variable.id, ...(draft.codes ? { codes: draft.codes } : {}) }],
    [{ ...variable, codes: given }],
  );
  const query = encodeURIComponent(variable.name);
  return (
    <>
      <h1>
        {titleOf(variable)}
        <small>
          {variable.name} · {LEVEL_WORDS[variable.level]}
        </small>
      </h1>
      <div className={css['links']}>
        <Button aria-pressed={variable.starred} onClick={() => star(!variable.starred)}>
          {variable.starred ? '★ Starred' : '☆ Star'}
        </Button>
        {variable.level !== 'text' && <a href={`/studies/${study}/tables?rows=${query}`}>Table</a>}
        {canRegroup(variable) && <a href={makeAddress(study, 'regroup', variable.name)}>Regroup</a>}
        {canConvert(variable) && <a href={makeAddress(study, 'number', variable.name)}>Read as a number</a>}
        {variable.workingId !== null && (
          <a href={`/studies/${study}/workings?working=${variable.workingId}`}>Its working</a>
        )}
        <Button onClick={() => void run(() => editEntries(study, [{ variable: variable.id, aside: !variable.aside }]))}>
          {variable.aside ? 'Take back in' : 'Set aside'}
        </Button>
      </div>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      {detail.histogram && detail.summary && (
        <>
          <Histogram histogram={detail.histogram} width={376} height={84} />
          <Figures summary={detail.summary} />
        </>
      )}
      <Exceptions study={study} variable={variable} detail={detail} run={run} />
      {listing && (
        <>
          {fromFile && isCategories(level) && (
            <div className={css['listTools']}>
              <OrderSelect
                numbers={variables.filter((one) => one.level === 'number' && one.id !== variable.id)}
                order={order}
              />
              <select
                aria-label="Code list"
                value={
                  variable.codeListId !== null && [...named.values()].includes(variable.codeListId)
                    ? variable.codeListId
                    : ''
                }
                onChange={(event) => giveList(event.target.value === '' ? null : Number(event.target.value))}
              >
                <option value="">a list of its own</option>
                {[...named].map(([name, id]) => (
                  <option key={id} value={id}>
                    list {name}
                  </option>
                ))}
              </select>
            </div>
          )}
          {listed.length > 0 && (
            <CodesEditor
              codes={listed}
              put={put}
              respondents={respondents}
              fixed={!fromFile}
              movable={isCategories(level)}
            />
          )}
          <table className={css['sums']}>
            <tbody>
              <tr>
                <th scope="row">{variable.level === 'multiple' ? 'Respondents' : 'Answers'}</th>
                <td>{whole(detail.answered)}</td>
              </tr>
              {variable.level !== 'multiple' && (
                <tr className={css['soft']}>
                  <th scope="row">Missing codes</th>
                  <td>{whole(sumOf(detail.codes.filter((one) => !isAnswer(one))))}</td>
                </tr>
              )}
              <tr className={css['soft']}>
                <th scope="row">{variable.level === 'multiple' ? 'Blank, or no answer' : 'Blank'}</th>
                <td>{whole(detail.blank)}</td>
              </tr>
            </tbody>
          </table>
        </>
      )}
      {level === 'number' && fromFile && (
        <Field
          label={
            many
              ? `The ends of ${whole(codes.length)} values. List another, to mark or label it`
              : 'List another value, to mark or label it'
          }
        >
          <input
            className={kit['input']}
            inputMode="decimal"
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
          />
        </Field>
      )}
      {variable.shownOrder.length > 0 && (
        <p className={css['soft']}>
          Tables and charts show the codes in an order of their own; statistics read the scale above.{' '}
          <Button onClick={() => void run(() => editEntries(study, [{ variable: variable.id, shownOrder: [] }]))}>
            Show them as listed
          </Button>
        </p>
      )}
      {shared.length > 0 && (
        <p className={css['soft']}>
          The code list is shared with{' '}
          {shared.slice(0, 8).map((one, k) => (
            <span key={one.id}>
              {k > 0 && ', '}
              <span {...peekAt(one.id)}>{titleOf(one)}</span>
            </span>
          ))}
          {shared.length > 8 && ` and ${shared.length - 8} more`}.
        </p>
      )}
      <Field label="Label">
        <input
          className={kit['input']}
          value={draft.label ?? variable.label}
          placeholder={variable.name}
          onChange={(event) => setDraft({ ...draft, label: event.target.value })}
        />
      </Field>
      <Field label="Question">
        <textarea
          className={kit['input']}
          rows={2}
          value={draft.question ?? variable.question}
          onChange={(event) => setDraft({ ...draft, question: event.target.value })}
        />
      </Field>
      {fromFile && variable.levels.length > 1 && (
        <Field label="Level">
          <select
            className={kit['input']}
            value={level}
            onChange={(event) => {
              const next = variable.levels.filter(isSource).find((one) => one === event.target.value);
              if (next) setDraft({ ...draft, level: next });
            }}
          >
            {variable.levels.map((one) => (
              <option key={one} value={one}>
                {LEVEL_WORDS[one]}
              </option>
            ))}
          </select>
        </Field>
      )}
      <Field label="Note">
        <textarea
          className={kit['input']}
          rows={2}
          value={draft.note ?? variable.note}
          onChange={(event) => setDraft({ ...draft, note: event.target.value })}
        />
      </Field>
      <Origin study={study} from={detail.from} />
      <UsedBy study={study} usedBy={detail.usedBy} />
      {turned.length > 0 && (
        <p role="status">
          {sayTurned(
            together(turned),
            together(turned).map(({ code }) => detail.codes.find((one) => one.code === code)?.respondents ?? 0),
          ).join(' ')}
        </p>
      )}
      {dirty && (
        <div className={css['bar']}>
          {newScale ? (
            <ScaleQuestion
              show={keepShown}
              scale={
                shared.length > 0
                  ? [
                      { name: `A new scale for all ${shared.length + 1}`, act: () => keep('all') },
                      { name: 'A new scale, only here', act: () => keep('this') },
                    ]
                  : [{ name: 'A new scale', act: () => keep() }]
              }
            />
          ) : draft.codes && shared.length > 0 ? (
            <>
              <MainButton onClick={() => keep('all')}>Keep for all {shared.length + 1}</MainButton>
              <PlainButton onClick={() => keep('this')}>Only here</PlainButton>
            </>
          ) : (
            <MainButton onClick={() => keep()}>Keep the change</MainButton>
          )}
          <PlainButton onClick={() => setDraft({})}>Leave as it was</PlainButton>
        </div>
      )}
    </>
  );
}

const sumOf = (codes: readonly { respondents: number }[]) =>
  codes.reduce((sum, { respondents }) => sum + respondents, 0);
