import { guarded } from '../shell/guarded.js';
import { useCallback, useState } from 'react';
import { whole } from '../../core/figures.js';
import { Button, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import { Pens } from '../../kit/Svg.js';
import { fileAddress } from '../server/address.js';
import { PeekScope } from '../peek/PeekScope.js';
import { FileChooser } from '../../kit/FileChooser.js';
import { CODEBOOK_FILES } from './codebook-files.js';
import { CodebookFilePanel } from './CodebookFilePanel.js';
import { CodeListsView } from './CodeListsView.js';
import { DatabaseView } from './DatabaseView.js';
import { HealthView } from './HealthView.js';
import { RespondentsView } from './RespondentsView.js';
import { useCodebook } from './use-codebook.js';
import { useCodebookFile } from './use-codebook-file.js';
import { VariablesView } from './VariablesView.js';
import css from './codebook.module.css';

/** Ways out for data and codebook, in words. */
const EXPORTS = [
  ['ddi', 'CSV with DDI'],
  ['triple-s', 'CSV with Triple-S'],
  ['parquet', 'Parquet'],
] as const;

const CODEBOOK_TABS = ['variables', 'lists', 'respondents', 'health'] as const;
export type CodebookTab = (typeof CODEBOOK_TABS)[number];

function placeIn(search: string): CodebookTab {
  const wanted = new URLSearchParams(search).get('view');
  return CODEBOOK_TABS.find((place) => place === wanted) ?? 'variables';
}

/** The Codebook view: its variables, its code lists, the respondents themselves, and what is wrong with it. */
function CodebookPage({ study }: { study: string }) {
  const codebook = useCodebook(study);
  const { view, problem, health, trouble, setTrouble, toast, setToast, undo, redo } = codebook;
  const [place, setPlace] = useState<CodebookTab>(() => placeIn(location.search));
  const [chosen, setChosen] = useState<string | null>(() => new URLSearchParams(location.search).get('variable'));
  const go = useCallback((next: CodebookTab, variable: string | null = null, value: string | null = null) => {
    const query = new URLSearchParams();
    if (next !== 'variables') query.set('view', next);
    if (variable !== null) query.set('variable', variable);
    if (value !== null) query.set('value', value);
    const text = query.toString();
    history.replaceState(null, '', location.pathname + (text === '' ? '' : `?${text}`));
    setPlace(next);
    setChosen(variable);
  }, []);
  const choose = useCallback((name: string) => go('variables', name), [go]);
  const sent = useCodebookFile(study, setTrouble);
  const forget = useCallback(() => setToast(null), [setToast]);
  const goTo = (next: CodebookTab) => {
    sent.close();
    go(next);
  };
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const unread = view.files.reduce((sum, file) => sum + file.unread, 0);
  const places = [
    ['variables', 'Variables'],
    ['lists', 'Code lists'],
    ['respondents', view.link ? 'Database' : 'Respondents'],
    ['health', health === null ? 'Health' : health.length === 0 ? 'Health: good' : `Health: ${health.length} to mend`],
  ] as const;
  return (
    <PeekScope study={study} view={view}>
      <div className={css['bench']}>
        <Pens />
        <nav className={css['places']} aria-label="Parts of the codebook">
          <Segmented label="Part of the codebook" value={place} of={places} choose={goTo} />
          <span className={css['history']}>
            <Button disabled={view.undo === null} title={view.undo ?? undefined} onClick={() => void undo()}>
              Undo{view.undo === null ? '' : `: ${view.undo}`}
            </Button>
            <Button disabled={view.redo === null} title={view.redo ?? undefined} onClick={() => void redo()}>
              Redo
            </Button>
          </span>
        </nav>
        <div className={css['body']}>
          {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
          {sent.plan && (
            <CodebookFilePanel
              key={sent.plan.fileName}
              plan={sent.plan}
              variables={view.variables}
              edit={codebook.edit}
              close={sent.close}
            />
          )}
          {!sent.plan && place === 'variables' && (
            <VariablesView study={study} view={view} codebook={codebook} chosen={chosen} choose={choose} />
          )}
          {!sent.plan && place === 'lists' && <CodeListsView study={study} view={view} codebook={codebook} />}
          {!sent.plan &&
            place === 'respondents' &&
            (view.link ? (
              <DatabaseView study={study} view={view} link={view.link} />
            ) : (
              <RespondentsView study={study} view={view} />
            ))}
          {!sent.plan && place === 'health' && <HealthView study={study} view={view} codebook={codebook} go={go} />}
        </div>
        <footer className={css['status']}>
          <span className={css['files']}>
            <span
              title={view.files.map(({ name, respondents }) => `${name}: ${whole(respondents)} respondents`).join('\n')}
            >
              {whole(view.study.respondents)} respondents, from {view.files[0]?.name ?? view.study.fileName}
              {view.files.length > 1 && ` and ${view.files.length - 1} more`}
            </span>
            {unread > 0 && (
              <a href={fileAddress('GET /studies/{study}/unread.csv', { study })} download>
                {whole(unread)} rows not read
              </a>
            )}
            {!view.link && <a href={`/studies?into=${study}`}>Take another file in…</a>}
            <FileChooser
              accept={CODEBOOK_FILES}
              called="Codebook for this study"
              text={sent.busy ? 'Reading the codebook…' : 'Take a codebook in…'}
              disabled={sent.busy}
              take={sent.take}
            />
            {!view.link && (
              <span>
                Data and codebook out:{' '}
                {EXPORTS.map(([kind, name]) => (
                  <a
                    key={kind}
                    href={fileAddress('GET /studies/{study}/data', { study, query: { as: kind } })}
                    download
                  >
                    {name}
                  </a>
                ))}
              </span>
            )}
          </span>
          {place === 'variables' && (
            <Keys
              of={[
                ['Enter', 'edit'],
                ['Space', 'close-up'],
                ['Ctrl D', 'fill down'],
                ['/', 'find'],
              ]}
            />
          )}
        </footer>
        <Toast text={toast} done={forget} />
      </div>
    </PeekScope>
  );
}

export const CodebookScreen = guarded(CodebookPage);
