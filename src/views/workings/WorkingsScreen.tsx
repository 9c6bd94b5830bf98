import { byId } from '../../core/by-id.js';
import { plural } from '../../core/words.js';
import { guarded } from '../shell/guarded.js';
import { useCallback, useEffect, useState } from 'react';
import type { RosterVariable, Working } from '../../api/types.js';
import { Button, Keys, Problem, Toast, Wait } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { PeekScope } from '../peek/PeekScope.js';
import { useStar } from '../roster/use-star.js';
import { focusSearch, Roster } from '../roster/Roster.js';
import { useKeys } from '../shell/use-keys.js';
import { useStudy } from '../shell/use-study.js';
import { Aside, EditorShell, Middle } from '../../kit/EditorShell.js';
import { WorkingEditor } from './editor/WorkingEditor.js';
import { type WorkingKind, viewKind, workingKindOf, suits } from './kinds/registry.js';
import { LineagePane } from './list/LineagePane.js';
import { WorkingList } from './list/WorkingList.js';
import { addressOf, type WorkingsAddress, placeFrom } from './workings-address.js';

/** What the roster offers for a variable, in this order. */
const OFFERED: readonly WorkingKind[] = [
  'regroup',
  'band',
  'flags',
  'number',
  'categories',
  'interlock',
  'combine',
  'score',
];

/** The Workings view: the list of workings, and the place where one is made or changed. */
function WorkingsPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const [place, setPlace] = useState<WorkingsAddress>(() => placeFrom(location.search));
  const [chosen, setChosen] = useState<number | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  useEffect(() => {
    const follow = () => setPlace(placeFrom(location.search));
    window.addEventListener('popstate', follow);
    return () => window.removeEventListener('popstate', follow);
  }, []);
  const go = useCallback((next: WorkingsAddress) => {
    history.pushState(null, '', location.pathname + addressOf(next));
    setPlace(next);
    setTrouble(null);
  }, []);
  const make = (kind: WorkingKind, of: string[] = []) => go({ at: 'make', kind, of, like: null });
  useKeys({ '/': focusSearch, g: () => make('gather') });
  const star = useStar(study, setTrouble);
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;

  const leave = () => go({ at: 'list' });
  const done = (label: string) => {
    // Who came from the ledger goes back to it, to see what follows.
    if (place.at === 'working' && place.entry !== undefined) {
      location.assign(`/studies/${study}/ledger?entry=${place.entry}`);
      return;
    }
    setToast(`Kept: ${label}`);
    leave();
  };
  const remove = (id: number) => {
    leave();
    change('DELETE /studies/{study}/workings/{working}', { study, working: id }).then(
      () => setToast('Kept: the working was taken out'),
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  const takeOther = (id: number, other: number) => {
    change('POST /studies/{study}/workings/{working}/other', { study, working: id, body: { other } }).then(
      ({ words, stays }) => setToast(stays.length === 0 ? `Kept: ${words}` : `${words}: ${stays.join(', ')}`),
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  const copy = (working: Working) => go({ at: 'make', kind: workingKindOf(working.recipe), of: [], like: working.id });
  const byName = (name: string) => view.variables.find((variable) => variable.name === name);
  const working = place.at === 'working' ? (byId(view.workings, place.id) ?? null) : null;
  const like = place.at === 'make' && place.like !== null ? (byId(view.workings, place.like) ?? null) : null;
  const of = place.at === 'make' ? place.of.flatMap((name) => byName(name)?.id ?? []) : [];
  const gone = (place.at === 'working' && !working) || (place.at === 'make' && of.length < place.of.length);
  const used = new Set(working ? [working.variable] : chosen !== null && place.at === 'list' ? [chosen] : of);
  const actionsOf = (variable: RosterVariable) => (
    <>
      {OFFERED.filter((kind) => suits(kind, variable)).map((kind) => (
        <Button key={kind} onClick={() => make(kind, [variable.name])}>
          {viewKind(kind).title}
        </Button>
      ))}
      {variable.workingId !== null && (
        <Button onClick={() => go({ at: 'working', id: variable.workingId ?? 0 })}>Change</Button>
      )}
      {variable.countable && <a href={`/studies/${study}/tables?rows=${encodeURIComponent(variable.name)}`}>Table</a>}
      <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(variable.name)}`}>Codebook</a>
    </>
  );
  const open = (id: number) => {
    const variable = byId(view.variables, id);
    if (variable?.workingId) go({ at: 'working', id: variable.workingId });
    else if (variable) {
      const kind = OFFERED.find((candidate) => suits(candidate, variable));
      if (kind) make(kind, [variable.name]);
    }
  };
  const editing = working ? workingKindOf(working.recipe) : place.at === 'make' && !gone ? place.kind : null;
  return (
    <PeekScope study={study} view={view}>
      <EditorShell
        side={<Roster variables={view.variables} used={used} choose={open} actionsOf={actionsOf} star={star} />}
        foot={
          <>
            <span>{plural(view.workings.length, 'working')} · a draft is kept as you type</span>
            <Keys
              of={[
                ['/', 'find'],
                ['G', 'multiple response'],
              ]}
            />
          </>
        }
      >
        <Pens />
        {editing !== null ? (
          <WorkingEditor
            key={addressOf(place)}
            view={view}
            kind={editing}
            of={of}
            comma={place.at === 'make' && place.comma}
            working={working}
            entry={place.at === 'working' ? place.entry : undefined}
            like={like}
            done={done}
            leave={leave}
            remove={working && (() => remove(working.id))}
            copy={working && (() => copy(working))}
          />
        ) : (
          <>
            <Middle>
              {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
              {gone && (
                <Problem
                  detail={
                    place.at === 'working'
                      ? `The study has no working ${place.id}.`
                      : `The study has no variable ${place.of.filter((name) => !byName(name)).join(', ')}.`
                  }
                  mend="It may have been taken out or renamed. Choose one from the list."
                  dismiss={leave}
                />
              )}
              <WorkingList
                view={view}
                chosen={chosen}
                choose={(id) => setChosen(chosen === id ? null : id)}
                start={(kind) => make(kind)}
                change={(id) => go({ at: 'working', id })}
                copy={copy}
                takeOther={takeOther}
              />
            </Middle>
            <Aside label="About workings">
              <LineagePane view={view} chosen={chosen} choose={(id) => setChosen(chosen === id ? null : id)} />
            </Aside>
          </>
        )}
        <Toast text={toast} done={() => setToast(null)} />
      </EditorShell>
    </PeekScope>
  );
}

export const WorkingsScreen = guarded(WorkingsPage);
