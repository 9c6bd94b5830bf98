import { whole } from '../../core/figures.js';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { spark } from '../../charts/spark.js';
import { LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { matches } from '../../kit/Picker.js';
import { Pens, Svg } from '../../kit/Svg.js';
import { client } from '../client.js';
import { focusSearch } from '../roster/Roster.js';
import { bars, searchText } from '../roster/words.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import { VariablePane } from './VariablePane.js';
import css from './codebook.module.css';

/** Ways out for data and codebook, in words. */
const EXPORTS = [
  ['ddi', 'CSV with DDI'],
  ['triple-s', 'CSV with Triple-S'],
  ['parquet', 'Parquet'],
] as const;

/** The share of respondents without an answer, as a picture and in figures. */
function Missing({ variable }: { variable: RosterVariable }) {
  const without = variable.missing + variable.blank;
  const share = without / Math.max(1, without + variable.answers);
  return (
    <>
      <svg className={css['share']} viewBox="0 0 56 10" aria-hidden="true">
        <rect x="0.5" y="0.5" width="55" height="9" fill="none" stroke="var(--rule)" />
        <rect
          x="0.5"
          y="0.5"
          width={55 * share}
          height="9"
          fill={share >= 0.1 ? 'var(--caution)' : 'var(--rule-strong)'}
        />
      </svg>
      <span className={share >= 0.1 ? css['caution'] : css['soft']}>
        {without === 0 ? 'none' : share < 0.005 ? '< 1%' : `${Math.round(share * 100)}%`}
      </span>
    </>
  );
}

/** The Codebook view: every variable with its level, picture and missing share; beside it one close up, to be edited. */
export function CodebookScreen({ study }: { study: string }) {
  const { view, problem, reload } = useStudy(study);
  const [search, setSearch] = useState('');
  const [chosen, setChosen] = useState<string | null>(() => new URLSearchParams(location.search).get('variable'));
  const [toast, setToast] = useState<string | null>(null);
  const body = useRef<HTMLTableSectionElement>(null);
  const texts = useMemo(
    () => new Map((view?.variables ?? []).map((variable) => [variable.id, searchText(variable)])),
    [view],
  );
  const found = (view?.variables ?? []).filter((variable) => matches(texts.get(variable.id) ?? '', search));
  const choose = (name: string) => {
    setChosen(name);
    history.replaceState(null, '', `${location.pathname}?variable=${encodeURIComponent(name)}`);
  };
  const step = (by: number) => {
    const at = found.findIndex(({ name }) => name === chosen);
    const next = found[Math.max(0, Math.min(found.length - 1, at + by))];
    if (!next) return;
    choose(next.name);
    body.current?.querySelector<HTMLElement>(`[data-variable="${CSS.escape(next.name)}"] button`)?.focus();
  };
  useKeys({ '/': focusSearch, ArrowDown: () => step(1), ArrowUp: () => step(-1) });
  const scrolled = useRef(false);
  useEffect(() => {
    if (!view || scrolled.current || chosen === null) return;
    scrolled.current = true;
    body.current?.querySelector(`[data-variable="${CSS.escape(chosen)}"]`)?.scrollIntoView({ block: 'center' });
  }, [view, chosen]);
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const variable = view.variables.find(({ name }) => name === chosen) ?? view.variables[0];
  return (
    <div className={css['bench']}>
      <Pens />
      <section className={css['list']} aria-label="Roster">
        <div className={css['tools']}>
          <input
            id="roster-search"
            type="search"
            aria-label="Find a variable or category"
            placeholder="Find a variable or category"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          <span className={css['soft']}>
            {found.length === view.variables.length
              ? `${found.length} variables`
              : `${found.length} of ${view.variables.length} variables`}
          </span>
        </div>
        <div className={css['scroll']} tabIndex={-1}>
          <table className={css['grid']}>
            <caption className="sr-only">Variables of the study</caption>
            <colgroup>
              <col />
              <col width="126" />
              <col width="134" />
              <col width="78" />
              <col width="76" />
              <col width="112" />
            </colgroup>
            <thead>
              <tr>
                <th scope="col">Label</th>
                <th scope="col">Name</th>
                <th scope="col">Level</th>
                <th scope="col">Picture</th>
                <th scope="col" className={css['number']}>
                  Answers
                </th>
                <th scope="col">Missing</th>
              </tr>
            </thead>
            <tbody ref={body}>
              {found.map((one) => {
                const picture = bars(one);
                return (
                  <tr
                    key={one.id}
                    data-variable={one.name}
                    aria-selected={one === variable}
                    onClick={() => choose(one.name)}
                  >
                    <th scope="row">
                      <button
                        type="button"
                        className={css['name']}
                        onClick={() => choose(one.name)}
                        title={one.question || undefined}
                      >
                        {!one.holds && <span className={css['caution']}>! </span>}
                        {titleOf(one)}
                      </button>
                    </th>
                    <td className={css['soft']}>{one.name}</td>
                    <td>{LEVEL_WORDS[one.level]}</td>
                    <td>
                      {picture && (
                        <Svg className={css['picture']} markup={spark({ ...picture, width: 64, height: 26 })} />
                      )}
                    </td>
                    <td className={css['number']}>{whole(one.answers)}</td>
                    <td>
                      <Missing variable={one} />
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          {found.length === 0 && <p className={css['soft']}>No variable or category is called “{search}”.</p>}
        </div>
      </section>
      <aside className={css['detail']} aria-label="Variable">
        {variable && (
          <VariablePane
            key={variable.id}
            study={study}
            variable={variable}
            revision={view.study.revision}
            kept={(what) => {
              setToast(what);
              void reload();
            }}
          />
        )}
      </aside>
      <footer className={css['status']}>
        <span className={css['files']}>
          {whole(view.study.respondents)} respondents, from {view.study.fileName}
          <a href={`/studies?into=${study}`}>Take another file in…</a>
          <span>
            Data and codebook out:{' '}
            {EXPORTS.map(([kind, name]) => (
              <a key={kind} href={client.dataFile(study, kind)} download>
                {name}
              </a>
            ))}
          </span>
        </span>
        <Keys
          of={[
            ['↑↓', 'next variable'],
            ['/', 'find'],
          ]}
        />
      </footer>
      <Toast text={toast} done={() => setToast(null)} />
    </div>
  );
}
