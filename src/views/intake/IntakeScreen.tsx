import { whole } from '../../core/figures.js';
import { useEffect, useRef, useState } from 'react';
import type { Acceptance, Intake } from '../../api/types.js';
import { LEVEL_WORDS } from '../../core/codebook/types.js';
import { Button, Field, MainButton, PlainButton, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { client, problemText } from '../client.js';
import { useDraft } from '../shell/use-draft.js';
import css from './intake.module.css';

type Column = Intake['profiled']['columns'][number];
type Level = Column['level'];
type Codebook = NonNullable<Acceptance['codebook']>;

interface Draft {
  name: string;
  columns: Record<string, { label?: string; level?: Level }>;
  codebook: Codebook | null;
  codebookName: string;
}

function isDraft(value: unknown): value is Draft {
  if (typeof value !== 'object' || value === null) return false;
  const { name, columns } = value as Partial<Draft>;
  return typeof name === 'string' && typeof columns === 'object';
}

const SEPARATORS: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' };
function levelsOf({ storage }: Column): readonly Level[] {
  if (storage === 'number') return ['number', 'text'];
  return storage === 'text' ? ['text'] : ['unordered', 'ordered', 'number', 'text'];
}

function valuesOf({ codes }: Column): string {
  const shown = codes
    .slice(0, 6)
    .map(({ code, respondents }) => `${code.length > 24 ? `${code.slice(0, 23)}…` : code} (${whole(respondents)})`);
  return shown.join(', ') + (codes.length > 6 ? `, … ${whole(codes.length)} in all` : '');
}

/** The intake of one file: its first rows, what was understood of each column and why, to accept or change. */
export function IntakeScreen({ id }: { id: string }) {
  const [intake, setIntake] = useState<Intake | null>(null);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  useEffect(() => {
    client.intake(id).then(setIntake, (error: unknown) => setProblem(problemText(error)));
  }, [id]);
  if (intake) return <Decide intake={intake} />;
  return problem ? (
    <div className={css['page']}>
      <div className={css['inner']}>
        <Problem {...problem} />
        <p>
          <a href="/studies">To the studies</a>
        </p>
      </div>
    </div>
  ) : (
    <Wait>Opening the file…</Wait>
  );
}

function Decide({ intake }: { intake: Intake }) {
  const { profiled } = intake;
  const [draft, put, forget] = useDraft<Draft>(
    `hatch-count:intake:${intake.id}`,
    { name: intake.fileName.replace(/\.[^.]+$/, ''), columns: {}, codebook: null, codebookName: '' },
    isDraft,
  );
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const codebookInput = useRef<HTMLInputElement>(null);
  const entryOf = (name: string) => draft.codebook?.variables.find((one) => one.name === name);
  const set = (name: string, change: { label?: string; level?: Level }) =>
    put({ ...draft, columns: { ...draft.columns, [name]: { ...draft.columns[name], ...change } } });
  const noted = profiled.columns.filter(({ notes }) => notes.length > 0).length;
  const accept = () => {
    setBusy(true);
    const columns = Object.entries(draft.columns).map(([name, { label, level }]) => ({
      name,
      ...(label === undefined ? {} : { label }),
      ...(level === undefined ? {} : { level }),
    }));
    client
      .acceptIntake(intake.id, {
        name: draft.name,
        ...(draft.codebook?.subtitle === undefined ? {} : { subtitle: draft.codebook.subtitle }),
        columns,
        ...(draft.codebook ? { codebook: draft.codebook } : {}),
      })
      .then(
        ({ study }) => {
          forget();
          location.assign(`/studies/${study}/codebook`);
        },
        (error: unknown) => {
          setProblem(problemText(error));
          setBusy(false);
        },
      );
  };
  const readCodebook = (file: File | undefined) => {
    if (!file) return;
    file.text().then(
      (text) => {
        try {
          const codebook = JSON.parse(text) as Codebook;
          if (!Array.isArray(codebook.variables)) throw new Error('it has no list of variables');
          put({ ...draft, codebook, codebookName: file.name, name: codebook.name ?? draft.name });
          setProblem(null);
        } catch (error) {
          setProblem({
            detail: `${file.name} is not a codebook: ${error instanceof Error ? error.message : ''}.`,
            mend: 'Choose a codebook in JSON.',
          });
        }
      },
      (error: unknown) => setProblem(problemText(error)),
    );
  };
  return (
    <div className={css['page']}>
      <div className={css['inner']}>
        <div>
          <h1 className={css['title']}>{intake.fileName}</h1>
          <p className={css['facts']}>
            <span>
              <b>{whole(profiled.respondents)}</b> respondents
            </span>
            <span>
              <b>{whole(profiled.columns.length)}</b> columns
            </span>
            <span>
              separated by <b>{SEPARATORS[profiled.dialect.separator] ?? profiled.dialect.separator}</b>
            </span>
            <span>
              encoding <b>{profiled.dialect.encoding}</b>
            </span>
            {noted > 0 && (
              <span className={css['note']}>
                {noted} column{noted === 1 ? '' : 's'} to look at
              </span>
            )}
          </p>
        </div>
        {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
        <div className={css['form']}>
          <Field label="Name of the study">
            <input
              className={kit['input']}
              value={draft.name}
              onChange={(event) => put({ ...draft, name: event.target.value })}
            />
          </Field>
          <div>
            <p className={css['soft']}>
              {draft.codebook
                ? `Codebook: ${draft.codebookName}, ${draft.codebook.variables.length} variables`
                : 'A codebook beside it? (JSON, optional)'}
            </p>
            {draft.codebook ? (
              <Button onClick={() => put({ ...draft, codebook: null, codebookName: '' })}>Take the codebook off</Button>
            ) : (
              <Button onClick={() => codebookInput.current?.click()}>Choose a codebook…</Button>
            )}
            <input
              ref={codebookInput}
              type="file"
              className="sr-only"
              tabIndex={-1}
              aria-label="Codebook file"
              accept=".json,application/json"
              onChange={(event) => readCodebook(event.target.files?.[0])}
            />
          </div>
          <MainButton onClick={accept} disabled={busy || draft.name.trim() === ''}>
            {busy ? 'Taking it in…' : 'Take it in'}
          </MainButton>
          <PlainButton
            onClick={() => {
              forget();
              void client.discardIntake(intake.id).finally(() => location.assign('/studies'));
            }}
          >
            Discard
          </PlainButton>
        </div>
        <section>
          <h2 className={css['heading']}>The first rows</h2>
          <div className={css['sample']} tabIndex={0} role="region" aria-label="The first rows">
            <table>
              <thead>
                <tr>
                  {profiled.columns.slice(0, 60).map(({ name }) => (
                    <th key={name} scope="col">
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {profiled.sample.slice(0, 5).map((row, k) => (
                  <tr key={k}>
                    {row.slice(0, 60).map((cell, j) => (
                      <td key={profiled.columns[j]?.name ?? j}>{cell}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
        <section>
          <h2 className={css['heading']}>What was understood of each column</h2>
          <table className={css['columns']}>
            <colgroup>
              <col width="150" />
              <col width="210" />
              <col width="170" />
              <col />
              <col width="280" />
              <col width="70" />
            </colgroup>
            <thead>
              <tr>
                <th scope="col">Column</th>
                <th scope="col">Label</th>
                <th scope="col">Level</th>
                <th scope="col">Why</th>
                <th scope="col">Values</th>
                <th scope="col">Blank</th>
              </tr>
            </thead>
            <tbody>
              {profiled.columns.map((column) => {
                const decision = draft.columns[column.name];
                const entry = entryOf(column.name);
                return (
                  <tr key={column.name}>
                    <th scope="row">{column.name}</th>
                    <td>
                      <input
                        aria-label={`Label of ${column.name}`}
                        value={decision?.label ?? entry?.label ?? ''}
                        placeholder={column.name}
                        onChange={(event) => set(column.name, { label: event.target.value })}
                      />
                    </td>
                    <td>
                      <select
                        aria-label={`Level of ${column.name}`}
                        value={decision?.level ?? entry?.level ?? column.level}
                        onChange={(event) => {
                          const level = levelsOf(column).find((one) => one === event.target.value);
                          if (level) set(column.name, { level });
                        }}
                      >
                        {levelsOf(column).map((level) => (
                          <option key={level} value={level}>
                            {LEVEL_WORDS[level]}
                          </option>
                        ))}
                      </select>
                    </td>
                    <td>
                      {entry ? <span className={css['soft']}>As the codebook says. </span> : column.why}
                      {column.notes.map((note) => (
                        <p key={note} className={css['note']}>
                          {note}
                        </p>
                      ))}
                    </td>
                    <td className={css['values']}>{valuesOf(column)}</td>
                    <td>{column.blank === 0 ? <span className={css['soft']}>none</span> : whole(column.blank)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      </div>
    </div>
  );
}
