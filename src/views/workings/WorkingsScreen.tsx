import { useCallback, useEffect, useState } from 'react';
import type { RosterVariable, StudyView } from '../../api/types.js';
import { parseNumber } from '../../core/codebook/number.js';
import { titleOf } from '../../core/codebook/types.js';
import { sayRegroup } from '../../core/recode/recipe-text.js';
import { Button, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { client, problemText } from '../client.js';
import { PeekScope } from '../peek/PeekScope.js';
import { useStar } from '../roster/use-star.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import bench from '../shell/workbench.module.css';
import { SlotsEditor } from './SlotsEditor.js';
import { ConvertEditor } from './ConvertEditor.js';
import { GatherEditor } from './GatherEditor.js';
import { RegroupEditor } from './RegroupEditor.js';
import css from './workings.module.css';
import { peekAt } from '../peek/Peek.js';
import { useNames } from '../peek/names.js';

/** What is open, as the address has it. */
type Place =
  | { at: 'list' }
  | { at: 'regroup'; source: string }
  | { at: 'convert'; source: string }
  | { at: 'gather' }
  | { at: 'slots' }
  | { at: 'working'; id: number };

function placeFrom(search: string): Place {
  const query = new URLSearchParams(search);
  const working = Number(query.get('working') ?? NaN);
  if (Number.isInteger(working)) return { at: 'working', id: working };
  const source = query.get('regroup');
  if (source !== null) return { at: 'regroup', source };
  const text = query.get('convert');
  if (text !== null) return { at: 'convert', source: text };
  if (query.has('slots')) return { at: 'slots' };
  return query.has('gather') ? { at: 'gather' } : { at: 'list' };
}

function addressOf(place: Place): string {
  if (place.at === 'working') return `?working=${place.id}`;
  if (place.at === 'regroup' || place.at === 'convert') return `?${place.at}=${encodeURIComponent(place.source)}`;
  return place.at === 'gather' || place.at === 'slots' ? `?${place.at}` : '';
}

export const canRegroup = (variable: RosterVariable) =>
  variable.countable &&
  (variable.level === 'unordered' ||
    variable.level === 'ordered' ||
    (variable.level === 'number' && variable.picture.is === 'histogram' && variable.picture.bins.length <= 12));

/** Text, or codes of which some are numbers and some are words. */
export function canConvert({ level, codes }: RosterVariable): boolean {
  if (level === 'text') return true;
  const words = codes.filter(({ code }) => parseNumber(code) === null).length;
  return level !== 'multiple' && words > 0 && (level === 'number' || words < codes.length);
}

/** The Workings view: the list of workings, and the place where one is made or changed. */
export function WorkingsScreen({ study }: { study: string }) {
  const { view, problem, reload } = useStudy(study);
  const [place, setPlace] = useState<Place>(() => placeFrom(location.search));
  const [toast, setToast] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  useEffect(() => {
    const follow = () => setPlace(placeFrom(location.search));
    window.addEventListener('popstate', follow);
    return () => window.removeEventListener('popstate', follow);
  }, []);
  const go = useCallback((next: Place) => {
    history.pushState(null, '', location.pathname + addressOf(next));
    setPlace(next);
    setTrouble(null);
  }, []);
  useKeys({ '/': focusSearch, g: () => go({ at: 'gather' }) });
  const star = useStar(study, reload, setTrouble);
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;

  const leave = () => go({ at: 'list' });
  const done = (label: string) => {
    void reload().then(() => {
      setToast(`Kept: ${label}`);
      leave();
    });
  };
  const remove = (id: number) => {
    client.dropWorking(study, id).then(
      () => done('the working was taken out'),
      (error: unknown) => {
        setTrouble(problemText(error));
        leave();
        setTrouble(problemText(error));
      },
    );
  };
  const working = place.at === 'working' ? view.workings.find(({ id }) => id === place.id) : undefined;
  const source =
    place.at === 'regroup' || place.at === 'convert'
      ? view.variables.find(({ name }) => name === place.source)
      : undefined;
  const used = new Set(working ? [working.variable] : source ? [source.id] : []);
  const actionsOf = (variable: RosterVariable) => (
    <>
      {canRegroup(variable) && <Button onClick={() => go({ at: 'regroup', source: variable.name })}>Regroup</Button>}
      {canConvert(variable) && (
        <Button onClick={() => go({ at: 'convert', source: variable.name })}>Read as a number</Button>
      )}
      {variable.workingId !== null && (
        <Button onClick={() => go({ at: 'working', id: variable.workingId ?? 0 })}>Change</Button>
      )}
      {variable.countable && <a href={`/studies/${study}/tables?rows=${encodeURIComponent(variable.name)}`}>Table</a>}
      <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(variable.name)}`}>Codebook</a>
    </>
  );
  const open = (id: number) => {
    const variable = view.variables.find((one) => one.id === id);
    if (variable?.workingId) go({ at: 'working', id: variable.workingId });
    else if (variable && canRegroup(variable)) go({ at: 'regroup', source: variable.name });
  };
  return (
    <PeekScope study={study} view={view}>
      <div className={bench['bench']}>
        <Pens />
        <div className={bench['side']}>
          <Roster variables={view.variables} used={used} choose={open} actionsOf={actionsOf} star={star} />
        </div>
        {working?.recipe.kind === 'regroup' && (
          <RegroupEditor
            view={view}
            source={working.recipe.source}
            working={working.id}
            done={done}
            leave={leave}
            remove={() => remove(working.id)}
          />
        )}
        {working?.recipe.kind === 'gather' && (
          <GatherEditor
            key={working.id}
            view={view}
            working={working.id}
            done={done}
            leave={leave}
            remove={() => remove(working.id)}
          />
        )}
        {working?.recipe.kind === 'convert' && (
          <ConvertEditor
            key={working.id}
            view={view}
            source={working.recipe.source}
            working={working.id}
            done={done}
            leave={leave}
            remove={() => remove(working.id)}
          />
        )}
        {!working && place.at === 'convert' && source && (
          <ConvertEditor
            key={source.id}
            view={view}
            source={source.id}
            working={null}
            done={done}
            leave={leave}
            remove={null}
          />
        )}
        {working?.recipe.kind === 'slots' && (
          <SlotsEditor
            key={working.id}
            view={view}
            working={working.id}
            done={done}
            leave={leave}
            remove={() => remove(working.id)}
          />
        )}
        {!working && place.at === 'slots' && (
          <SlotsEditor key="new" view={view} working={null} done={done} leave={leave} remove={null} />
        )}
        {!working && place.at === 'regroup' && source && (
          <RegroupEditor view={view} source={source.id} working={null} done={done} leave={leave} remove={null} />
        )}
        {!working && place.at === 'gather' && (
          <GatherEditor key="new" view={view} working={null} done={done} leave={leave} remove={null} />
        )}
        {!working && !source && place.at !== 'gather' && place.at !== 'slots' && (
          <>
            <div className={bench['middle']}>
              {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
              <List view={view} go={go} />
            </div>
            <aside className={bench['reading']} aria-label="About workings" />
          </>
        )}
        <footer className={bench['status']}>
          <span>
            {view.workings.length} working{view.workings.length === 1 ? '' : 's'} · a draft is kept in this browser as
            you type
          </span>
          <Keys
            of={[
              ['/', 'find'],
              ['G', 'multiple response'],
            ]}
          />
        </footer>
        <Toast text={toast} done={() => setToast(null)} />
      </div>
    </PeekScope>
  );
}

function List({ view, go }: { view: StudyView; go: (place: Place) => void }) {
  const find = (id: number) => view.variables.find((variable) => variable.id === id);
  const nameFor = useNames();
  const codebookOf = (id: number) =>
    `/studies/${view.study.id}/codebook?variable=${encodeURIComponent(find(id)?.name ?? '')}`;
  const uses = (variable: number) =>
    view.tables.filter(({ sentence }) =>
      [sentence.rows, sentence.by, ...sentence.only.map((one) => one.variable)].includes(variable),
    ).length;
  return (
    <>
      <h1 className={css['title']}>Workings</h1>
      <div className={css['kinds']}>
        <section>
          <h3>Regroup</h3>
          <p>Merge, reorder, reverse or relabel the categories of a variable. Missing codes stay missing.</p>
          <p>Choose a variable in the roster, then “Regroup”.</p>
        </section>
        <section>
          <h3>Convert</h3>
          <p>Read text as a number. Every text that spells none is listed, and decided on.</p>
          <p>Choose a text in the roster, then “Read as a number”.</p>
        </section>
        <section>
          <h3>Multiple response</h3>
          <p>
            Gather yes/no columns, by naming the code that means ticked; or slots that each hold one code of a list.
          </p>
          <Button onClick={() => go({ at: 'gather' })}>Gather columns…</Button>
          <Button onClick={() => go({ at: 'slots' })}>Gather slots…</Button>
        </section>
      </div>
      <ul className={css['list']} aria-label="Workings">
        {view.workings.map((working) => {
          const made = find(working.variable);
          if (!made) return null;
          const { recipe } = working;
          const line = lineOf(recipe, find);
          const many = uses(made.id);
          return (
            <li key={working.id} className={css['entry']}>
              <div>
                <h3 {...peekAt(made.id)}>{titleOf(made)}</h3>
                <p>
                  {(recipe.kind === 'regroup' || recipe.kind === 'convert') && (
                    <>
                      {recipe.kind === 'regroup' ? 'Regroups' : 'Reads'}{' '}
                      <a href={codebookOf(recipe.source)} {...peekAt(recipe.source)}>
                        {nameFor(recipe.source)}
                      </a>
                      {recipe.kind === 'regroup' ? ': ' : ' as a number'}
                    </>
                  )}
                  {line}
                </p>
                <p>
                  {working.holds ? 'Proof holds' : <span className={css['failing']}>! Proof does not hold</span>} ·{' '}
                  {many === 0 ? 'in no table yet' : `in ${many} table${many === 1 ? '' : 's'}`}
                </p>
              </div>
              <div>
                <Button onClick={() => go({ at: 'working', id: working.id })}>Change</Button>
                <a href={`/studies/${view.study.id}/tables?rows=${encodeURIComponent(made.name)}`}>Table</a>
              </div>
            </li>
          );
        })}
        {view.workings.length === 0 && (
          <li className={css['hint']}>
            None yet. What you make here stands in the roster beside the columns of the file.
          </li>
        )}
      </ul>
    </>
  );
}

/** A recipe in a line, behind the name of its source where it has one. */
function lineOf(
  recipe: StudyView['workings'][number]['recipe'],
  find: (id: number) => RosterVariable | undefined,
): string {
  switch (recipe.kind) {
    case 'regroup':
      return sayRegroup(recipe, find(recipe.source)?.codes ?? []);
    case 'convert':
      return recipe.exceptions.length === 0 ? '.' : `, with ${recipe.exceptions.length} texts decided on.`;
    case 'slots':
      return `Gathers ${recipe.sources.length} slots: ${recipe.options.map(({ label }) => label).join(', ')}.`;
    case 'gather':
      return `Gathers ${recipe.items.length} columns: ${recipe.items.map(({ label }) => label).join(', ')}.`;
  }
}
